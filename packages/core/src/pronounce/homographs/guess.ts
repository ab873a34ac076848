import type { EntryPart } from '../entry.ts';
import { withPluralEnding } from '../inflection.ts';
import { HOMOGRAPHS, type Homograph, type Variant } from './table.ts';
import { tagWords, type TaggedWord } from './tagger.ts';

/** A displayed word with its place in the sentence. */
export interface PlacedWord {
  readonly text: string;
  readonly start: number;
}

/** A word of several sounds, and which of them its sentence makes likely. */
export interface HomographGuess {
  readonly variants: readonly Variant[];
  /** Index of the likely one. */
  readonly likely: number;
}

/**
 * The ways of saying an English word that is written one way and said in several; `undefined` for all other
 * words.
 */
export function homographVariants(word: string): readonly Variant[] | undefined {
  return entryFor(word)?.variants;
}

/** Whether a word has several sounds and the guess between them may well be wrong. */
export function isHardHomograph(word: string): boolean {
  const entry = entryFor(word);
  return entry !== undefined && !entry.isPlain;
}

/** Answers for one sentence; tags it only when it is asked for a word that needs it. */
export class SentenceReader {
  readonly #sentence: string;
  readonly #words: readonly PlacedWord[];
  #tags: Map<number, TaggedWord> | undefined;

  /** @param words displayed words of the sentence, in order. */
  constructor(sentence: string, words: readonly PlacedWord[]) {
    this.#sentence = sentence;
    this.#words = words;
  }

  /** Whether the word at this index is of a part of speech in its sentence. */
  plays(index: number, part: EntryPart): boolean {
    const tag = this.#tagAt(index);
    const isRead = plain(this.#words[index]?.text ?? '') === 'read';
    if (part === 'past') return isRead ? this.guess(index)?.likely === 1 : (tag?.isPast ?? false);
    if (part === 'verb' && isRead) return this.guess(index)?.likely === 0;
    return tag?.partOfSpeech === part;
  }

  /**
   * Which sound the word at this index has, where it could have several and the voice would not say it by
   * itself.
   */
  guess(index: number): HomographGuess | undefined {
    const written = this.#words[index]?.text ?? '';
    const entry = entryFor(written);
    if (entry === undefined) return undefined;
    const lower = (word: PlacedWord) => plain(word.text);
    const likely = entry.choose({
      written,
      word: plain(written),
      partOfSpeech: this.#tagAt(index)?.partOfSpeech,
      isPast: this.#tagAt(index)?.isPast ?? false,
      before: this.#words.slice(0, index).map(lower).reverse(),
      after: this.#words.slice(index + 1).map(lower),
      tagBefore: this.#tagAt(index - 1)?.partOfSpeech,
      tagAfter: this.#tagAt(index + 1)?.partOfSpeech,
      pastAround: this.#words.some((_, i) => i !== index && this.#tagAt(i)?.isPast),
    });
    return entry.isDefault && likely === 0 ? undefined : { variants: entry.variants, likely };
  }

  #tagAt(index: number): TaggedWord | undefined {
    this.#tags ??= tagWords(this.#sentence);
    const word = this.#words[index];
    return word && this.#tags.get(word.start);
  }
}

function entryFor(written: string): Homograph | undefined {
  const word = plain(written);
  const own = HOMOGRAPHS.get(word);
  if (own !== undefined || !word.endsWith('s')) return own;
  const base = HOMOGRAPHS.get(word.slice(0, -1));
  return (
    base && {
      ...base,
      variants: base.variants.map((variant) => ({ ...variant, ipa: withPluralEnding(variant.ipa) })),
    }
  );
}

function plain(word: string): string {
  return word.toLowerCase().replace(/[’ʼ]/gu, "'");
}
