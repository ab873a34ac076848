import type { ExportDocument, ExportDocumentSentence } from '../exportDocument.ts';

/**
 * A piece of a block's text: within a word that is heard, between words of a sentence, or outside of all that
 * is heard.
 */
export interface TextPart {
  readonly text: string;
  /** Number of the sentence in the edition; the first one, of a sentence that is heard several times. */
  readonly sentence?: number;
  /** Number of the word in its sentence. */
  readonly word?: number;
}

/** What is heard of each block: numbers of sentences in the order of the text, each place once. */
export function sentencesByBlock({ sentences }: Pick<ExportDocument, 'sentences'>): Map<number, number[]> {
  const found = new Map<number, number[]>();
  const seen = new Set<string>();
  sentences.forEach((sentence, nth) => {
    const place = placeOf(sentence);
    if (seen.has(place)) return;
    seen.add(place);
    const list = found.get(sentence.block);
    if (list) list.push(nth);
    else found.set(sentence.block, [nth]);
  });
  for (const list of found.values())
    list.sort((a, b) => (sentences[a]?.start ?? 0) - (sentences[b]?.start ?? 0));
  return found;
}

/** For every sentence the number of the first one that stands in the same place. */
export function firstOfPlace({ sentences }: Pick<ExportDocument, 'sentences'>): number[] {
  const first = new Map<string, number>();
  return sentences.map((sentence, nth) => {
    const place = placeOf(sentence);
    const known = first.get(place);
    if (known !== undefined) return known;
    first.set(place, nth);
    return nth;
  });
}

function placeOf({ block, start }: ExportDocumentSentence): string {
  return `${block} ${start}`;
}

/**
 * The text of a block, or of a stretch of it, split at its sentences and words.
 * @param numbers of the sentences heard in it, in the order of the text.
 */
export function partsOfText(
  text: string,
  numbers: readonly number[],
  sentences: readonly ExportDocumentSentence[],
  [from, to]: readonly [number, number] = [0, text.length],
): TextPart[] {
  const parts: TextPart[] = [];
  let at = from;
  const upTo = (end: number, more: Omit<TextPart, 'text'>) => {
    const stop = Math.min(end, to);
    if (stop > at) parts.push({ text: text.slice(at, stop), ...more });
    at = Math.max(at, stop);
  };
  for (const sentence of numbers) {
    const { start, end, words } = sentences[sentence] ?? { start: 0, end: 0, words: [] };
    upTo(start, {});
    words.forEach((one, word) => {
      upTo(one.start, { sentence });
      upTo(one.end, { sentence, word });
    });
    upTo(end, { sentence });
  }
  upTo(to, {});
  return parts;
}
