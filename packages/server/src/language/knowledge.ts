import { baseLanguage, LetterModel, type WordKnowledge } from '@aurelfield/core';
import { dictionary } from 'cmu-pronouncing-dictionary';
import hunspell from 'dictionary-en-gb';
import nspell from 'nspell';

/** Below this chance of some letter after the two before it a spelling is rare: about 1 of 100 words of the pronouncing dictionary. */
const RARE = 0.0015;

/** What is known of English words; read at the first use, since it takes a second. */
let english: Omit<WordKnowledge, 'isAccepted'> | undefined;

/** What is known of a language's words; `undefined` for a language without dictionaries here. */
export function wordKnowledge(language: string): Omit<WordKnowledge, 'isAccepted'> | undefined {
  if (baseLanguage(language) !== 'en') return undefined;
  english ??= readEnglish();
  return english;
}

function readEnglish(): Omit<WordKnowledge, 'isAccepted'> {
  const speller = nspell(Buffer.from(hunspell.aff), Buffer.from(hunspell.dic));
  const letters = new LetterModel(Object.keys(dictionary).filter((word) => /^[a-z]+$/u.test(word)));
  return {
    isSpelledRight: (word) => speller.correct(word.replace(/[’ʼ]/gu, "'")),
    isPronounced: (word) => Object.hasOwn(dictionary, word.replace(/[’ʼ]/gu, "'")),
    isUsualSpelling: (word) => letters.leastLikely(word) >= RARE,
  };
}
