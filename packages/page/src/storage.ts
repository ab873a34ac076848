/** What the page keeps in this browser. Where a browser keeps nothing, everything works without it. */
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

export function forget(key: string): void {
  try {
    localStorage.removeItem(`aurelfield:${key}`);
  } catch {
    // Nothing was kept.
  }
}

/** Keys that begin so. */
export function rememberedKeys(prefix: string): string[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(`aurelfield:${prefix}`))
      .map((key) => key.slice('aurelfield:'.length));
  } catch {
    return [];
  }
}
