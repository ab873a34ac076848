import { dictionary } from 'cmu-pronouncing-dictionary';
import { describe, expect, test } from 'vitest';
import { arpabetToIpa } from '../pronounce/arpabet.ts';
import { stressOnSyllables } from '../pronounce/stress.ts';
import { Lexicon } from '../pronounce/lexicon.ts';
import { doubtfulWords, wordsLeftToVoice, type WordKnowledge } from './doubtful.ts';
import { LetterModel } from './letterModel.ts';
import { countSyllables } from './syllables.ts';

const words = Object.keys(dictionary).filter((word) => /^[a-z]+$/u.test(word));
const model = new LetterModel(words);
const knowledge: WordKnowledge = {
  isSpelledRight: (word) => Object.hasOwn(dictionary, word.toLowerCase()),
  isPronounced: (word) => Object.hasOwn(dictionary, word),
  isCommonSpelling: (word) => model.leastLikely(word) > 0.0015,
  isAccepted: (word) => word === 'Accepton',
};
const found = (text: string, lexicon?: Lexicon) =>
  doubtfulWords([{ type: 'paragraph', text, offset: 0 }], 'en-GB', knowledge, lexicon).map(
    ({ written, doubts, places }) => `${written} ×${places.length}: ${doubts.join(', ')}`,
  );

describe('doubtful words', () => {
  test.each([
    ['plain words are not', 'The harbour wakes before the town does.', []],
    ['numbers and abbreviations are not', 'Dr. Hill saw 12.5 km, e.g. in 1987.', []],
    [
      'a made-up name',
      'They went to Zqarnmoor.',
      ['Zqarnmoor ×1: not in the dictionary, a name, rare spelling'],
    ],
    [
      'foreign letters',
      'She was in Łódź.',
      ['Łódź ×1: foreign letters, not in the dictionary, a name, rare spelling'],
    ],
    [
      'unusual capitals',
      'The mRNA is small.',
      ['mRNA ×1: unusual capitals, not in the dictionary, rare spelling'],
    ],
    ['accepted ones are not', 'They know Accepton well.', []],
    [
      'a word of several sounds comes last',
      'Zqarn can read.',
      ['Zqarn ×1: not in the dictionary, rare spelling', 'read ×1: several sounds'],
    ],
    [
      'possessives are the same word',
      'By Zedlow’s mill and Zedlow.',
      ['Zedlow ×2: not in the dictionary, a name'],
    ],
  ])('%s', (_name, text, expected) => {
    expect(found(text)).toEqual(expected);
  });

  test('words that the voice says otherwise than the dictionary are doubtful, and are asked about once', () => {
    const blocks = [
      { type: 'paragraph' as const, text: 'Two conifers, 3 m high, by the conifers’ wall.', offset: 0 },
    ];
    expect(wordsLeftToVoice(blocks, 'en-GB', 100)).toEqual(['two', 'conifers', 'high', 'by', 'the', 'wall']);
    expect(wordsLeftToVoice(blocks, 'en-GB', 2)).toEqual(['two', 'conifers']);
    const doubts = doubtfulWords(blocks, 'en-GB', {
      ...knowledge,
      isSaidRight: (word) => word !== 'conifers',
    });
    expect(doubts.map(({ written, doubts: why, places }) => [written, places.length, ...why])).toEqual([
      ['conifers', 2, 'said otherwise than the dictionary has it'],
    ]);
  });

  test('words of the lexicon are not doubtful', () => {
    const lexicon = new Lexicon([
      { written: 'Zqarnmoor', kind: 'respelling', said: 'KARN-mor', caseSensitive: false },
    ]);
    expect(found('They went to Zqarnmoor.', lexicon)).toEqual([]);
  });
});

test('letters of real words are likelier than random ones', () => {
  expect(model.leastLikely('harbour')).toBeGreaterThan(model.leastLikely('hrbaruo'));
  expect(model.leastLikely('xqzj')).toBe(0);
});

test.each([
  ['sˈaləʊ', 'ˈsaləʊ'],
  ['fˌəʊtəɡɹˈafɪk', 'ˌfəʊtəˈɡɹafɪk'],
  ['ɛkstɹˈiːm', 'ɛkˈstɹiːm'],
  ['ˈaɪlənd', 'ˈaɪlənd'],
])('stress of %s is put before its syllable: %s', (given, expected) => {
  expect(stressOnSyllables(given)).toBe(expected);
});

test('syllables are counted as the CMU dictionary has vowels, for at least 99 of 100 words', () => {
  const sample = Object.entries(dictionary).filter((_, i) => i % 97 === 0);
  const agreeing = sample.filter(
    ([, phones]) => countSyllables(arpabetToIpa(phones)) === (phones.match(/[012]/gu)?.length ?? 0),
  );
  expect(agreeing.length / sample.length).toBeGreaterThan(0.99);
});
