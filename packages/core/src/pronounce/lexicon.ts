import { formatIpa, parseIpa } from './ipa.ts';
import { withPluralEnding } from './inflection.ts';
import { syllablesOf } from './respelling.ts';
import { entryIpa, type EntryPart, type PronunciationEntry } from './entry.ts';

/** What a lexicon says of one or more displayed words. */
export interface LexiconHit {
  /** How many displayed words it takes. */
  readonly taken: number;
  /** Sounds in IPA, one string for each displayed word, or other words to say instead. */
  readonly said: { readonly ipa: readonly string[] } | { readonly alias: string };
}

interface Prepared {
  readonly words: readonly string[];
  readonly entry: PronunciationEntry;
  readonly ipa: readonly string[] | undefined;
}

/**
 * Entries ready to be looked up. Of entries for the same written form the earlier one counts, so lists are
 * given in order of precedence: pupil, class, subject, school.
 */
export class Lexicon {
  readonly #byFirstWord = new Map<string, Prepared[]>();
  /** Entries, in order of precedence. */
  readonly entries: readonly PronunciationEntry[];

  /** @throws PronunciationError when an entry cannot be read. */
  constructor(entries: readonly PronunciationEntry[]) {
    this.entries = entries;
    for (const entry of entries) {
      const words = wordsIn(entry.written);
      const [first] = words;
      if (first === undefined) continue;
      const list = this.#byFirstWord.get(first.toLowerCase()) ?? [];
      list.push({ words, entry, ipa: ipaByWord(entry, words.length) });
      this.#byFirstWord.set(first.toLowerCase(), list);
    }
  }

  /**
   * What is said for the words that begin at `index`, if an entry is for them; the entry with the most words
   * counts. Possessives and plurals of a word are carried along.
   * @param words displayed words of a sentence.
   * @param plays whether the word at an index is of a part of speech; entries for one part alone are passed
   * over without it.
   */
  find(
    words: readonly string[],
    index: number,
    plays: (index: number, part: EntryPart) => boolean = () => false,
  ): LexiconHit | undefined {
    const written = plain(words[index] ?? '');
    const candidates = [written, ...stemsOf(written).map(({ stem }) => stem)].flatMap(
      (stem) => this.#byFirstWord.get(stem.toLowerCase()) ?? [],
    );
    const longestFirst = [...candidates].sort((a, b) => b.words.length - a.words.length);
    for (const prepared of longestFirst) {
      const { partOfSpeech = 'any' } = prepared.entry;
      if (partOfSpeech !== 'any' && !plays(index + prepared.words.length - 1, partOfSpeech)) continue;
      const hit = match(prepared, words.slice(index, index + prepared.words.length).map(plain));
      if (hit) return hit;
    }
    return undefined;
  }
}

/**
 * The sounds of an entry for each of its words: as separated by spaces where there are as many parts as words,
 * else by syllables.
 * @throws PronunciationError when the entry cannot be read.
 */
function ipaByWord(entry: PronunciationEntry, count: number): string[] | undefined {
  const whole = entryIpa(entry);
  if (whole === undefined || count === 1) return whole === undefined ? undefined : [whole];
  const parts = entry.said.trim().split(/\s+/u);
  if (parts.length === count) return parts.map((said) => entryIpa({ kind: entry.kind, said }) ?? '');
  const phones = parseIpa(whole);
  const syllables = syllablesOf(phones);
  const pieces = syllables.length >= count ? syllables : phones.map((phone) => [phone]);
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [i, i + 1].map((n) => Math.floor((n * pieces.length) / count));
    const share = pieces.slice(from, to).flat();
    // A word without a sound of its own repeats the last one, rather than being left without any.
    return formatIpa(share.length > 0 ? share : phones.slice(-1));
  });
}

function match({ words, entry, ipa }: Prepared, found: readonly string[]): LexiconHit | undefined {
  if (found.length !== words.length) return undefined;
  const last = found.length - 1;
  const same = (a: string, b: string) =>
    entry.caseSensitive ? a === b : a.toLowerCase() === b.toLowerCase();
  if (!words.slice(0, last).every((word, i) => same(word, found[i] ?? ''))) return undefined;
  const target = words[last] ?? '';
  const written = found[last] ?? '';
  if (same(target, written))
    return { taken: words.length, said: ipa === undefined ? { alias: entry.said } : { ipa } };
  const inflected = stemsOf(written).find(({ stem }) => same(target, stem));
  if (!inflected) return undefined;
  const said =
    ipa === undefined
      ? { alias: `${entry.said}${inflected.ending}` }
      : {
          ipa: [
            ...ipa.slice(0, -1),
            inflected.ending === '' ? (ipa.at(-1) ?? '') : withPluralEnding(ipa.at(-1) ?? ''),
          ],
        };
  return { taken: words.length, said };
}

/** Endings that are carried along: possessive and plural. */
function stemsOf(written: string): { stem: string; ending: string }[] {
  const possessive = /^(.+)'s$/u.exec(written)?.[1];
  if (possessive !== undefined) return [{ stem: possessive, ending: "'s" }];
  const ofPlural = /^(.+)s'$/u.exec(written)?.[1];
  if (ofPlural !== undefined)
    return [
      { stem: ofPlural, ending: 's' },
      { stem: `${ofPlural}s`, ending: '' },
    ];
  const plural = /^(.{2,})s$/iu.exec(written)?.[1];
  if (plural === undefined) return [];
  const afterSibilant = /^(.+)es$/iu.exec(written)?.[1];
  return [
    { stem: plural, ending: 's' },
    ...(afterSibilant === undefined ? [] : [{ stem: afterSibilant, ending: 's' }]),
  ];
}

function wordsIn(written: string): string[] {
  return plain(written)
    .split(/\s+/u)
    .filter((word) => word !== '');
}

function plain(word: string): string {
  return word.normalize('NFC').replace(/[’‘ʼ]/gu, "'");
}
