import nlp from 'compromise/two';

/** What a word does in its sentence, as far as its sound may depend on it. */
export type PartOfSpeech = 'noun' | 'verb' | 'adjective' | 'adverb' | 'other';

/** A word of a sentence with its part of speech. */
export interface TaggedWord {
  /** UTF-16 offset in the sentence. */
  readonly start: number;
  readonly partOfSpeech: PartOfSpeech;
  readonly isPast: boolean;
  readonly isPronoun: boolean;
}

/** What the tagger answers, as far as it was asked. */
type TaggerAnswer = readonly {
  readonly terms: readonly {
    readonly tags: readonly string[];
    readonly offset: { readonly start: number; readonly length: number };
  }[];
}[];

/** Tags the words of an English sentence by their place in it. */
export function tagWords(sentence: string): Map<number, TaggedWord> {
  const found = nlp(sentence).json({ offset: true, terms: { tags: true } }) as TaggerAnswer;
  return new Map(
    found
      .flatMap(({ terms }) => terms)
      .map(({ tags, offset }) => [
        offset.start,
        {
          start: offset.start,
          partOfSpeech: partOfSpeech(tags),
          isPast: tags.includes('PastTense'),
          isPronoun: tags.includes('Pronoun'),
        },
      ]),
  );
}

function partOfSpeech(tags: readonly string[]): PartOfSpeech {
  if (tags.includes('Verb')) return 'verb';
  if (tags.includes('Adjective')) return 'adjective';
  if (tags.includes('Adverb')) return 'adverb';
  return tags.includes('Noun') && !tags.includes('Pronoun') ? 'noun' : 'other';
}
