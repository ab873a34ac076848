import { describe, expect, test } from 'vitest';
import { expandSentence } from '../spoken/expand.ts';
import { ipaToArpabet } from './arpabet.ts';
import { ipaToEspeak } from './espeakMnemonics.ts';
import { parseIpa } from './ipa.ts';
import { PROPER_NAMES, SCHOOL_TERMS, schoolWordSounds } from './schoolWords.ts';

/** Sounds that English voices have no phone for, and the nearest that they take. */
const FOREIGN = new Set(['x']);

describe('the words that schools use', () => {
  test.each([...PROPER_NAMES, ...SCHOOL_TERMS])(
    '%s as %s can be said by every English voice',
    (_word, ipa) => {
      expect(parseIpa(ipa).length).toBeGreaterThan(0);
      for (const { changes } of [ipaToEspeak(ipa), ipaToArpabet(ipa)])
        expect(changes.filter(({ wanted }) => !FOREIGN.has(wanted))).toEqual([]);
    },
  );

  test('there are several hundred, and each has one sound', () => {
    expect(PROPER_NAMES.size + SCHOOL_TERMS.size).toBeGreaterThan(350);
    expect([...PROPER_NAMES.keys()].filter((word) => SCHOOL_TERMS.has(word.toLowerCase()))).toEqual([]);
  });

  test.each([
    ['Leicester', 'ˈlɛstəɹ'],
    ['leicester', undefined],
    ['Phloem', 'ˈfləʊɛm'],
    ['Niamh’s', 'niːvz'],
    ['moss', undefined],
  ])('%s → %s', (word, ipa) => {
    expect(schoolWordSounds(word)).toBe(ipa);
  });

  test('they are said in sentences, but not by an American reader', () => {
    const said = (language: string) =>
      expandSentence('Caoimhe met a colonel.', language).map(({ ipa }) => ipa ?? '');
    expect(said('en-GB')).toEqual(['ˈkiːvə', '', '', 'ˈkɜːɹnəl']);
    expect(said('en-US')).toEqual(['', '', '', '']);
  });
});
