import { describe, expect, test } from 'vitest';
import { breathsIn } from './breaths.ts';

const breaths = (text: string, language = 'en') => {
  const words = text.split(' ');
  return breathsIn(
    words.map((word) => ({ text: word.toLowerCase().replace(/,$/u, ''), spoken: 1 })),
    (i) => words[i]?.endsWith(',') ?? false,
    language,
  ).map((after) => words[after + 1]);
};

describe('breaths', () => {
  test.each([
    ['short sentences have none', 'The tide turns twice a day and nobody tells it to', []],
    [
      'a very long one has one before a clause near its middle',
      'The men who lit the lamps along the river walked the same narrow streets every night because the gas had to be turned down again before the sun came up',
      ['because'],
    ],
    [
      'a clause told by its first word is set apart',
      'The bog stays wet all year because the rain cannot run away',
      ['because'],
    ],
    [
      'two of them',
      'They came home late in autumn although nobody had lit the lamps but somebody left the gate open',
      ['although', 'but'],
    ],
    ['what is short is not', 'It was small but strong and they liked it', []],
    [
      'a pause that is written is enough where the parts are short',
      'The men who lit the lamps along the river walked every night, because the gas had to be turned down before the sun came up',
      [],
    ],
    [
      'a stretch without a clause has none',
      'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty',
      [],
    ],
  ])('%s', (_name, text, before) => {
    expect(breaths(text)).toEqual(before);
  });

  test('both parts keep enough words', () => {
    expect(breaths(`and ${'word '.repeat(18)}so it ended`)).toEqual([]);
  });

  test('a language whose clauses are not known has none', () => {
    expect(breaths('i '.repeat(40).trim(), 'pl')).toEqual([]);
  });
});
