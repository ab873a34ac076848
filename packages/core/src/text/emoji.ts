// The flag "v" knows whole emoji, those of several code points too.
const EMOJI = new RegExp('^\\p{RGI_Emoji}$', 'v');
const CONTAINS = new RegExp('\\p{RGI_Emoji}', 'v');
const EACH = new RegExp('\\p{RGI_Emoji}', 'gv');

/**
 * Whether a text is one emoji (a sequence recommended for general interchange, UTS #51). Digits, ©, ™ and the
 * like without their emoji mark are none.
 */
export function isEmoji(text: string): boolean {
  return EMOJI.test(text);
}

/** Whether there is an emoji in it. */
export function hasEmoji(text: string): boolean {
  return CONTAINS.test(text);
}

/** Its emoji and where they stand. */
export function emojiIn(text: string): { readonly start: number; readonly end: number }[] {
  return [...text.matchAll(EACH)].map((match) => ({
    start: match.index,
    end: match.index + match[0].length,
  }));
}
