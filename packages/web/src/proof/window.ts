const KEY = 'aurelfield:window';

/** Identifies this window while it is open, also after a reload. */
export function windowName(): string {
  const fresh = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`;
  try {
    const known = sessionStorage.getItem(KEY);
    if (known !== null) return known;
    sessionStorage.setItem(KEY, fresh);
  } catch {
    // Storage is blocked: the window gets another id when it is reloaded.
  }
  return fresh;
}
