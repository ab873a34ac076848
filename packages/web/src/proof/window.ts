const KEY = 'aurelfield:window';

/** Names this window, for as long as it is open and also after it is loaded anew. */
export function windowName(): string {
  const fresh = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`;
  try {
    const known = sessionStorage.getItem(KEY);
    if (known !== null) return known;
    sessionStorage.setItem(KEY, fresh);
  } catch {
    // A browser that keeps nothing: the window has another name when it is loaded anew.
  }
  return fresh;
}
