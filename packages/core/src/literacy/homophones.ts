import { tagWords, type PartOfSpeech } from '../pronounce/homographs/tagger.ts';
import { wordsOf } from '../text/words.ts';

/** What a dictionary of meanings knows of a word, its inflections counted with it. */
export interface WordFacts {
  /** What it can be in a sentence. */
  readonly parts: ReadonlySet<PartOfSpeech>;
  /** How often it was met in tagged texts. */
  readonly frequency: number;
  /** What it means, in a few words. */
  readonly meaning: string;
  /** Meanings and examples of its usual senses: words that are met near it. */
  readonly gloss: string;
}

export interface HomophoneKnowledge {
  /** Other words of exactly the same sound. */
  readonly sameSound: (word: string) => readonly string[];
  /** `undefined` for words that the dictionary does not have. */
  readonly factsOf: (word: string) => WordFacts | undefined;
}

/** A word in whose place another of the same sound is likelier. */
export interface LikelyHomophone {
  readonly start: number;
  readonly end: number;
  readonly word: string;
  readonly instead: string;
  /**
   * 2 where the sentence wants a part of speech that only the other one has; 1 where words of the sentence
   * stand in the other one's meaning only, or the word is rare and the other common.
   */
  readonly likelihood: 1 | 2;
  readonly message: string;
}

/** A word met this seldom is rare … */
const RARE = 1;
/** … beside one met this often. */
const COMMON = 25;
const SHORTEST = 3;
const SMALL_WORDS = new Set('all and are but for him his hour how its may new not now one our over she than that the their then there they too two was way were what when where who why with would you your'.split(' ')); // prettier-ignore
/** After one of these a noun phrase begins. */
const DETERMINER =
  /^(?:a|an|the|this|that|these|those|my|your|his|her|its|our|their|some|every|each|no|any)$/iu;

/**
 * Words grouped by sound.
 * @param dictionary words → phones in ARPABET, as the CMU Pronouncing Dictionary has them; variants are
 * numbered "word(1)". Stress does not part words.
 */
export function wordsBySound(
  dictionary: Readonly<Record<string, string>>,
): (word: string) => readonly string[] {
  const bySound = new Map<string, string[]>();
  for (const [entry, phones] of Object.entries(dictionary)) {
    const word = entry.replace(/\(\d+\)$/u, '');
    if (!/^[a-z]+$/u.test(word) || word.length < SHORTEST) continue;
    const sound = phones.replace(/\d/gu, '');
    const group = bySound.get(sound);
    if (group) group.push(word);
    else bySound.set(sound, [word]);
  }
  return (word) => {
    const phones = dictionary[word];
    if (phones === undefined) return [];
    return (bySound.get(phones.replace(/\d/gu, '')) ?? []).filter((other) => other !== word);
  };
}

/**
 * Words of an English sentence that are probably meant to be others of the same sound, in order; likeliest
 * alternative each.
 */
export function likelyHomophones(
  sentence: string,
  language: string,
  { sameSound, factsOf }: HomophoneKnowledge,
): LikelyHomophone[] {
  const words = wordsOf(sentence, language);
  return words.flatMap(({ start, end }, index): LikelyHomophone[] => {
    const word = sentence.slice(start, end);
    // Names are what they are, and small words are for the rules of `soundsAlike`.
    if (!/^[a-z]+$/u.test(word) || word.length < SHORTEST || SMALL_WORDS.has(word)) return [];
    const own = factsOf(word);
    if (!own) return [];
    const others = sameSound(word).flatMap((other) => {
      const facts = factsOf(other);
      return facts && facts.frequency > 0 ? [{ other, facts }] : [];
    });
    if (others.length === 0) return [];
    const before = words[index - 1];
    const wanted = partWanted(sentence, start, end, before ? sentence.slice(before.start, before.end) : '');
    const around = contentStems(`${sentence.slice(0, start)} ${sentence.slice(end)}`);
    const ranked = others
      .map(({ other, facts }) => ({ other, facts, likelihood: likelihoodOf(own, facts, wanted, around) }))
      .filter(({ likelihood }) => likelihood > 0)
      .sort((a, b) => b.likelihood - a.likelihood || b.facts.frequency - a.facts.frequency);
    const [best] = ranked;
    if (!best) return [];
    const likelihood = best.likelihood === 2 ? 2 : 1;
    const message = `“${word}”: ${own.meaning}; “${best.other}”: ${best.facts.meaning}.`;
    return [{ start, end, word, instead: best.other, likelihood, message }];
  });
}

function likelihoodOf(
  own: WordFacts,
  other: WordFacts,
  wanted: PartOfSpeech | undefined,
  around: ReadonlySet<string>,
): number {
  const fits = wanted === undefined || other.parts.has(wanted);
  if (!fits) return 0;
  if (wanted !== undefined && !canBe(own, wanted) && other.frequency >= 3) return 2;
  // Simplified after Lesk 1986: the sense whose dictionary entry shares words with the sentence.
  if (shared(around, other.gloss) > 0 && shared(around, own.gloss) === 0) return 1;
  return own.frequency <= RARE && other.frequency >= COMMON ? 1 : 0;
}

/** Participles are adjectives as well as verbs, and the tagger takes one for the other. */
function canBe({ parts }: WordFacts, wanted: PartOfSpeech): boolean {
  return (
    parts.has(wanted) ||
    (wanted === 'verb' && parts.has('adjective')) ||
    (wanted === 'adjective' && parts.has('verb'))
  );
}

const STEM = 5;
/** Words that are met near any other. */
const EVERYWHERE = new Set('about after again anothe before being between could every first great large little long made make makes many much other people place should small some something thing things thing their there these they thing through time under used very water when where which while with without would year years part parts give given take taken'.split(' ').map((word) => word.slice(0, STEM))); // prettier-ignore

function contentStems(text: string): Set<string> {
  return new Set(
    [...text.toLowerCase().matchAll(/[a-z]{4,}/gu)]
      .map(([word]) => word.slice(0, STEM))
      .filter((stem) => !EVERYWHERE.has(stem)),
  );
}

function shared(around: ReadonlySet<string>, gloss: string): number {
  return [...contentStems(gloss)].filter((stem) => around.has(stem)).length;
}

/** A word that nobody knows, so that only the sentence tells what it is. */
const NOBODYS = 'zib';

/** The part of speech that the sentence wants in a place; `undefined` where it does not tell. */
function partWanted(sentence: string, start: number, end: number, before: string): PartOfSpeech | undefined {
  const ending = /(?:s|ed|ly)$/u.exec(sentence.slice(start, end))?.[0] ?? '';
  const part = tagWords(sentence.slice(0, start) + NOBODYS + ending + sentence.slice(end)).get(
    start,
  )?.partOfSpeech;
  // An unknown word is a noun to the tagger unless something speaks against it: only a determiner speaks for
  // it.
  if (part === 'noun') return DETERMINER.test(before) ? 'noun' : undefined;
  return part === 'other' ? undefined : part;
}
