import { Syllabifier } from '@aurelfield/core/literacy';
import { dictionary } from 'cmu-pronouncing-dictionary';
import hunspell from 'dictionary-en-gb';
import nspell from 'nspell';
import { expect, test } from 'vitest';
import weights from '../../packages/server/src/words/syllableWeights.json' with { type: 'json' };
import { figure, percent } from '../lib/figure.ts';
import { isHeldBack, syllablesOfSounds } from './halves.ts';

/** Every so many of the held-back words: the speller takes its time. */
const EVERY = 9;

test('syllables by rule agree with the CMU Pronouncing Dictionary on the half that the rule never saw', () => {
  const syllabifier = new Syllabifier(weights);
  const speller = nspell(Buffer.from(hunspell.aff), Buffer.from(hunspell.dic));
  const words = Object.keys(dictionary).filter((word) => /^[a-z]{2,}$/u.test(word) && isHeldBack(word));
  const isRight = (word: string) =>
    ['', '(1)', '(2)', '(3)'].some((nth) => {
      const sounds = dictionary[word + nth];
      return sounds !== undefined && syllablesOfSounds(sounds) === syllabifier.count(word);
    });
  const share = (some: readonly string[]) => some.filter(isRight).length / some.length;
  const ordinary = words.filter((word, i) => i % EVERY === 0 && speller.correct(word));
  figure(
    `Syllables by rule, ${words.length} words of the CMU dictionary held back, with names`,
    percent(share(words), 1),
  );
  figure(
    `Syllables by rule, ${ordinary.length} of them that a British spelling dictionary has`,
    percent(share(ordinary), 1),
  );
  expect(share(words)).toBeGreaterThan(0.955);
  expect(share(ordinary)).toBeGreaterThan(0.97);
});
