/** Whose memory it is: nobody's before somebody has signed in. */
let teacher = 'nobody';

/**
 * Whose things are kept and recalled from now on. What one teacher left in this browser is nothing for the
 * next.
 */
export function rememberFor(teacherId: string | undefined): void {
  teacher = teacherId ?? 'nobody';
}

/** The teacher whose things are kept. */
export function owner(): string {
  return teacher;
}

/**
 * Keeps a small value in this browser. A browser that keeps nothing (private windows, full disk) is no error.
 */
export function remember(key: string, value: unknown): void {
  try {
    localStorage.setItem(ownKey(key), JSON.stringify(value));
  } catch {
    // Nothing to tell: what is kept here is a convenience.
  }
}

/** What was kept, or undefined; its shape is for the caller to check. */
export function recall(key: string): unknown {
  try {
    const text = localStorage.getItem(ownKey(key));
    return text === null ? undefined : JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Forgets what was kept. */
export function forget(key: string): void {
  try {
    localStorage.removeItem(ownKey(key));
  } catch {
    // As above.
  }
}

function ownKey(key: string): string {
  return `${key}@${teacher}`;
}
