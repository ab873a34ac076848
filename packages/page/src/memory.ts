/** What the page keeps in this browser. Where a browser keeps nothing, all goes on without it. */
export function recall(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(`aurelfield:${key}`) ?? 'null') as unknown;
  } catch {
    return null;
  }
}

export function remember(key: string, value: unknown): void {
  try {
    localStorage.setItem(`aurelfield:${key}`, JSON.stringify(value));
  } catch {
    // No room, or not allowed: it is known until the page is closed.
  }
}
