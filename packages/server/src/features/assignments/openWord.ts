import type { ReadingSnapshot } from '@aurelfield/api';

/** A word where it stands in an assignment, and whose it is. */
export interface OpenWord {
  readonly schoolId: string;
  readonly pupilId: string;
  /** BCP 47. */
  readonly language: string;
  readonly word: string;
  readonly sentence: string;
  /** Where the word begins in its sentence. */
  readonly start: number;
}

/**
 * A word of a frozen reading, and its sentence as the words that are heard of it; undefined where there is
 * none.
 */
export function wordIn(
  { html }: Pick<ReadingSnapshot, 'html'>,
  sentence: number,
  word: number,
): Pick<OpenWord, 'word' | 'sentence' | 'start'> | undefined {
  const spans = html.matchAll(new RegExp(`<span class="w" id="s${sentence}w\\d+">(.*?)</span>`, 'gu'));
  const words = [...spans].map(([, inner = '']) => plain(inner));
  const found = words[word];
  const before = words.slice(0, word).join(' ');
  return found === undefined
    ? undefined
    : { word: found, sentence: words.join(' '), start: before === '' ? 0 : before.length + 1 };
}

/** Text without tags, its signs as they are. */
function plain(html: string): string {
  return html
    .replace(/<[^>]*>/gu, '')
    .replace(/&lt;/gu, '<')
    .replace(/&gt;/gu, '>')
    .replace(/&quot;/gu, '"')
    .replace(/&amp;/gu, '&');
}
