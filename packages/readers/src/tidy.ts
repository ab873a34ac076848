/** A text with single spaces and none at its ends. */
export function tidy(text: string): string {
  return text.replace(/[\s\u00a0]+/gu, ' ').trim();
}
