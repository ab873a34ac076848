import names from 'unicode-emoji-json/data-by-emoji.json' with { type: 'json' };
import { isEmoji } from '../text/emoji.ts';

const NAMES = names as unknown as Readonly<Record<string, { readonly name: string }>>;
const SKIN_TONE = /[\u{1F3FB}-\u{1F3FF}]/gu;
const VARIATION = /\uFE0F/gu;

const byPlainForm = new Map(
  Object.entries(NAMES).map(([emoji, { name }]) => [emoji.replace(VARIATION, ''), name]),
);

/**
 * The words of an emoji's English short name in the Unicode CLDR ("slightly smiling face"), without its skin
 * tone; `undefined` for what is no emoji or has no name.
 */
export function emojiName(text: string): string[] | undefined {
  if (!isEmoji(text)) return undefined;
  const name = byPlainForm.get(text.replace(SKIN_TONE, '').replace(VARIATION, ''));
  return name
    ?.replace(/[’']/gu, "'")
    .split(/[^\p{L}\p{N}'&]+/u)
    .filter((word) => word !== '')
    .map((word) => (word === '&' ? 'and' : word));
}
