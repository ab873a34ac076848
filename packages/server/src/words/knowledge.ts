import {
  LetterModel,
  wordsBySound,
  type HomophoneKnowledge,
  type WordKnowledge,
} from '@aurelfield/core/literacy';
import { sameSounds, type AccentTrait } from '@aurelfield/core/pronunciation';
import { baseLanguage } from '@aurelfield/core/text';
import { dictionary } from 'cmu-pronouncing-dictionary';
import hunspell from 'dictionary-en-gb';
import nspell from 'nspell';
import britishWords from './britishWords.json' with { type: 'json' };
import { WordNet } from './wordNet.ts';

/** What is known of a language's words, and what could have been meant by a misspelled one. */
export interface LanguageKnowledge extends Omit<WordKnowledge, 'isAccepted'> {
  readonly suggest: (word: string) => readonly string[];
}

/**
 * Below this chance of some letter after the two before it a spelling is rare: about 1 of 100 words of the
 * pronouncing dictionary.
 */
const RARE = 0.0015;

/** What is known of English words; read at the first use, since it takes a second. */
let english: LanguageKnowledge | undefined;

/** Whether there are dictionaries of a language here. */
export function hasDictionary(language: string): boolean {
  return baseLanguage(language) === 'en';
}

/** What is known of a language's words; `undefined` for a language without dictionaries here. */
export function wordKnowledge(language: string): LanguageKnowledge | undefined {
  if (!hasDictionary(language)) return undefined;
  english ??= readEnglish();
  return english;
}

let meanings: WordNet | undefined;

/** What English words mean; read at the first use, which takes a third of a second. */
export function wordNet(): WordNet {
  meanings ??= new WordNet();
  return meanings;
}

let sounds: HomophoneKnowledge | undefined;

/**
 * Words of a language that sound the same and are spelled right, and what they mean; read at the first use,
 * which takes a second or two. `undefined` for other languages than English.
 */
export function homophoneKnowledge(language: string): HomophoneKnowledge | undefined {
  const knowledge = wordKnowledge(language);
  if (!knowledge) return undefined;
  if (!sounds) {
    const sameSound = wordsBySound(dictionary);
    sounds = {
      sameSound: (word) => sameSound(word).filter((other) => knowledge.isSpelledRight(other)),
      factsOf: (word) => wordNet().factsOf(word),
    };
  }
  return sounds;
}

/** Whether a word is in the English pronouncing dictionary. */
export function isPronounced(word: string): boolean {
  return Object.hasOwn(dictionary, word.toLowerCase().replace(/[’ʼ]/gu, "'"));
}

/**
 * Words that British speakers say otherwise than the dictionary, which is American; those among the commonest
 * were looked through one by one (`npm run sounds formant`).
 */
const BRITISH: ReadonlySet<string> = new Set(britishWords);

/**
 * Whether what a voice says for an English word is what the pronouncing dictionary has for it; true where one
 * of them is not known.
 * @param phones in IPA.
 */
export function isSaidRight(
  word: string,
  phones: readonly string[] | undefined,
  traits: readonly AccentTrait[],
): boolean {
  if (phones === undefined || BRITISH.has(word)) return true;
  const meant = ['', '(1)', '(2)', '(3)'].flatMap(
    (nth) => dictionary[word.replace(/[’ʼ]/gu, "'") + nth] ?? [],
  );
  return meant.length === 0 || meant.some((sounds) => sameSounds(phones, sounds, traits));
}

/**
 * How an English word is said by the pronouncing dictionary, in ARPABET; `undefined` where it is not in it.
 */
export function soundsOfWord(word: string): string | undefined {
  return dictionary[word.toLowerCase().replace(/[’ʼ]/gu, "'")];
}

/** Syllables of an English word by the pronouncing dictionary; `undefined` where it is not in it. */
export function syllablesOfWord(word: string): number | undefined {
  return soundsOfWord(word)?.match(/[012]/gu)?.length;
}

function readEnglish(): LanguageKnowledge {
  const speller = nspell(Buffer.from(hunspell.aff), Buffer.from(hunspell.dic));
  const letters = new LetterModel(Object.keys(dictionary).filter((word) => /^[a-z]+$/u.test(word)));
  return {
    isSpelledRight: (word) => speller.correct(word.replace(/[’ʼ]/gu, "'")),
    isPronounced: (word) => Object.hasOwn(dictionary, word.replace(/[’ʼ]/gu, "'")),
    suggest: (word) => speller.suggest(word.replace(/[’ʼ]/gu, "'")),
    isCommonSpelling: (word) => letters.leastLikely(word) >= RARE,
  };
}
