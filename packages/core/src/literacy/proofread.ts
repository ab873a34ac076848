import type { Block } from '../text/document.ts';
import { sentencesOf } from '../text/sentences.ts';
import { wordsOf } from '../text/words.ts';
import { likelyHomophones, type HomophoneKnowledge } from './homophones.ts';
import { SOUNDS_ALIKE } from './soundsAlike.ts';

/** What a place in a text is found for. */
type FindingKind = 'spelling' | 'sounds alike' | 'punctuation' | 'long sentence' | 'picture';

/** A place in a text to look at before it is read aloud. */
export interface Finding {
  readonly kind: FindingKind;
  readonly block: number;
  /** Where in the block's text; both 0 where it concerns the block as a whole. */
  readonly start: number;
  readonly end: number;
  /** What is wrong, or may be, in one sentence. */
  readonly message: string;
  /** What could stand there instead. */
  readonly instead: readonly string[];
}

export interface ProofOptions {
  /** Whether a word is spelled as it should be; `undefined` for languages without a dictionary. */
  readonly isSpelledRight?: ((word: string) => boolean) | undefined;
  /** Words of the same sound and what they mean; without it only the commonest confusions are found. */
  readonly homophones?: HomophoneKnowledge | undefined;
}

/** Spoken in one breath by nobody. */
const LONGEST_SENTENCE = 35;
const REFERS_TO_PICTURE =
  /\b(?:see|look at|as shown in|shown in|in) the (?:picture|photo|photograph|drawing|diagram|map|graph|chart|image)(?: (?:below|above|opposite|on the (?:left|right)))?\b/giu;

/**
 * Places of a text to look at, in reading order: spelling, words that sound alike, punctuation that breaks
 * the pacing, very long sentences, pictures that cannot be heard.
 */
export function proofread(
  blocks: readonly Pick<Block, 'type' | 'text'>[],
  language: string,
  { isSpelledRight, homophones }: ProofOptions,
): Finding[] {
  const isEnglish = /^en\b/iu.test(language);
  return blocks.flatMap((block, index) => {
    const found: Finding[] = [];
    const add = (
      kind: FindingKind,
      start: number,
      end: number,
      message: string,
      instead: readonly string[] = [],
    ) => found.push({ kind, block: index, start, end, message, instead });
    const { text, type } = block;
    if (type === 'picture' && text.trim() === '')
      add(
        'picture',
        0,
        0,
        'This picture has no description: who cannot see it hears nothing. Describe it, or take it out.',
      );
    if (type === 'equation') return found;
    if (isSpelledRight) spelling(text, language, isSpelledRight, add);
    if (isEnglish) {
      for (const { pattern, instead, meaning } of SOUNDS_ALIKE)
        for (const match of text.matchAll(pattern)) {
          const word = match.groups?.word ?? '';
          const start = match.index + match[0].toLowerCase().indexOf(word.toLowerCase());
          add('sounds alike', start, start + word.length, meaning, [likeCase(instead, word)]);
        }
      for (const match of text.matchAll(REFERS_TO_PICTURE))
        add(
          'picture',
          match.index,
          match.index + match[0].length,
          'Who only listens has no picture in front of them. Say what it shows.',
        );
    }
    if (isEnglish && homophones && type !== 'table-row') {
      const isFound = (at: number) =>
        found.some(({ kind, start, end }) => kind !== 'picture' && at >= start && at < end);
      for (const range of sentencesOf(text, language))
        for (const { start, end, word, instead, message } of likelyHomophones(
          text.slice(range.start, range.end),
          language,
          homophones,
        ))
          if (!isFound(range.start + start))
            add('sounds alike', range.start + start, range.start + end, message, [likeCase(instead, word)]);
    }
    if (type !== 'table-row') punctuation(text, type, add);
    for (const { start, end } of sentencesOf(text, language)) {
      const words = wordsOf(text.slice(start, end), language).length;
      if (words > LONGEST_SENTENCE)
        add('long sentence', start, end, `A sentence of ${words} words is hard to follow by ear. Split it.`);
    }
    return found.sort((a, b) => a.start - b.start);
  });
}

type Add = (
  kind: FindingKind,
  start: number,
  end: number,
  message: string,
  instead?: readonly string[],
) => void;

function spelling(text: string, language: string, isRight: (word: string) => boolean, add: Add): void {
  for (const { start, end } of wordsOf(text, language)) {
    const word = text.slice(start, end);
    if (!/^\p{L}[\p{L}’'-]*$/u.test(word) || [...word].length < 2 || /^\p{Lu}+$/u.test(word)) continue;
    const parts = word.split('-').filter((part) => part !== '');
    if (isRight(word) || parts.every((part) => isRight(part) || isRight(part.replace(/['’]s$/u, ''))))
      continue;
    add('spelling', start, end, `“${word}” is not in the dictionary.`);
  }
}

function punctuation(text: string, type: Block['type'], add: Add): void {
  const edge = text.length;
  if (type === 'paragraph' && /[\p{L}\p{N}]$/u.test(text.trimEnd()) && text.split(' ').length > 6)
    add(
      'punctuation',
      Math.max(0, edge - 1),
      edge,
      'There is no full stop at the end: the next paragraph runs into this one.',
      [`${text.slice(-1)}.`],
    );
  for (const match of text.matchAll(/ {2,}/gu))
    add('punctuation', match.index, match.index + match[0].length, 'Two spaces where one should be.', [' ']);
  for (const match of text.matchAll(/(\p{Ll})- (\p{Ll})/gu))
    add(
      'punctuation',
      match.index,
      match.index + match[0].length,
      'A hyphen with a space after it: a word parted at a line’s end?',
      [`${match[1] ?? ''}${match[2] ?? ''}`],
    );
  for (const match of text.matchAll(/ ([,;:.!?])(?=\s|$)/gu))
    add('punctuation', match.index, match.index + match[0].length, 'A space before a mark.', [
      match[1] ?? '',
    ]);
  for (const match of text.matchAll(/\b(\p{L}+) \1\b/giu))
    if (!/^(?:that|had)$/iu.test(match[1] ?? ''))
      add('punctuation', match.index, match.index + match[0].length, 'The same word twice.', [
        match[1] ?? '',
      ]);
}

function likeCase(word: string, model: string): string {
  return /^\p{Lu}/u.test(model) ? word.charAt(0).toUpperCase() + word.slice(1) : word;
}
