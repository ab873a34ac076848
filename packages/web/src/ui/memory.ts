/** Keeps a small value in this browser. A browser that keeps nothing (private windows, full disk) is no error. */
export function remember(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // Nothing to tell: what is kept here is a convenience.
  }
}

/** What was kept, or undefined; its shape is for the caller to check. */
export function recall(key: string): unknown {
  try {
    const text = localStorage.getItem(key);
    return text === null ? undefined : JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Forgets what was kept. */
export function forget(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // As above.
  }
}
