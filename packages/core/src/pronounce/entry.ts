import { formatIpa, parseIpa } from './ipa.ts';
import { respellingToIpa } from './respelling.ts';
import { xsampaToIpa } from './xsampa.ts';

/** How an entry tells what is to be said: a respelling, a phonetic alphabet, or other words ("alias"). */
export type EntryKind = 'respelling' | 'ipa' | 'x-sampa' | 'alias';

/** A written form and how it is said. */
export interface PronunciationEntry {
  /** The word, or several words separated by spaces. */
  readonly written: string;
  readonly kind: EntryKind;
  readonly said: string;
  /** Whether capitals must be as written ("Polish" but not "polish"). */
  readonly caseSensitive: boolean;
  /** The entry is for the word in this part of speech alone; for any without it. */
  readonly partOfSpeech?: EntryPart | 'any' | undefined;
}

/** "past" is a verb in the past tense or a past participle, as of "read". */
export type EntryPart = 'noun' | 'verb' | 'past' | 'adjective';

export const ENTRY_PARTS = ['noun', 'verb', 'past', 'adjective'] as const satisfies readonly EntryPart[];

/**
 * The sounds of an entry in IPA; `undefined` for an alias, which is said as other words.
 * @throws PronunciationError that tells what is wrong with what was written.
 */
export function entryIpa(entry: Pick<PronunciationEntry, 'kind' | 'said'>): string | undefined {
  switch (entry.kind) {
    case 'alias':
      return undefined;
    case 'ipa':
      return formatIpa(parseIpa(entry.said));
    case 'x-sampa':
      return xsampaToIpa(entry.said);
    case 'respelling':
      return respellingToIpa(entry.said);
  }
}
