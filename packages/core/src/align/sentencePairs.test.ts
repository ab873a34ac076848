import { describe, expect, test } from 'vitest';
import { sentencePairs } from './sentencePairs.ts';

const ORIGINAL = [
  'It is hot.',
  'We begin at five in the morning, and nobody is awake but the birds.',
  'I dig it.',
  'I tread it.',
  'The pot has no room to spare, and it cracks from the lip to the foot.',
  'It rings.',
];
const TRANSLATION = [
  'Jest gorąco.',
  'Zaczynamy o piątej rano, a nie śpią już tylko ptaki.',
  'Kopię ją.',
  'Depczę ją.',
  'Garnek nie ma ani trochę zapasu i pęka od brzegu aż po stopkę.',
  'Dzwoni.',
];

describe('sentences beside each other', () => {
  test('one by one', () => {
    expect(sentencePairs(ORIGINAL, TRANSLATION)).toEqual(TRANSLATION);
  });

  test('two that became one: the first has it', () => {
    const joined = [...TRANSLATION.slice(0, 2), 'Kopię ją i depczę ją.', ...TRANSLATION.slice(4)];
    expect(sentencePairs(ORIGINAL, joined)).toEqual([
      ...TRANSLATION.slice(0, 2),
      'Kopię ją i depczę ją.',
      '',
      ...TRANSLATION.slice(4),
    ]);
  });

  test('one that became two', () => {
    const splitPairs = [
      ...TRANSLATION.slice(0, 4),
      'Garnek nie ma ani trochę zapasu.',
      'Pęka od brzegu aż po stopkę.',
      'Dzwoni.',
    ];
    expect(sentencePairs(ORIGINAL, splitPairs)[4]).toBe(
      'Garnek nie ma ani trochę zapasu. Pęka od brzegu aż po stopkę.',
    );
  });

  test('one that is left out leaves the others where they belong', () => {
    const shorter = TRANSLATION.filter((_sentence, i) => i !== 1);
    const paired = sentencePairs(ORIGINAL, shorter);
    expect(paired[0]).toBe('Jest gorąco.');
    expect(paired.slice(4)).toEqual(TRANSLATION.slice(4));
  });

  test('nothing beside something', () => {
    expect(sentencePairs(ORIGINAL, [])).toEqual(ORIGINAL.map(() => ''));
    expect(sentencePairs([], TRANSLATION)).toEqual([]);
  });

  test('a book is laid out, each sentence once', () => {
    const many = Array.from({ length: 3000 }, (_, i) => 'a'.repeat(10 + ((i * 37) % 90)));
    const other = many.map((sentence) => sentence.replace(/a/gu, 'b') + 'b');
    expect(sentencePairs(many, other)).toEqual(other);
  });
});
