import { expect, test } from 'vitest';
import { otherReadings } from './otherReadings.ts';

test.each([
  ['Count 3/4 aloud', '3/4', ['three four', 'three over four', 'three out of four', 'three slash four']],
  ['Mon 3/11', '3/11', ['three elevenths']],
  ['The jar held 12/20', '12/20', ['twelve out of twenty']],
  ['Read the CD', 'CD', ['cd']],
  ['A NASA ship', 'NASA', ['N A S A']],
  ['Room 1905', '1905', ['one nine zero five']],
  ['See p. 12', '12', ['one two']],
  ['It is 5 - 3', '-', ['minus']],
  ['A plain word', 'plain', []],
  ['Em 3 cm', 'cm', []],
] as const)('of “%s” the word “%s” could also be %j', (sentence, word, ways) => {
  const found = otherReadings(sentence, sentence.indexOf(word), 'en-GB');
  for (const way of ways) expect(found).toContain(way);
  expect(new Set(found).size).toBe(found.length);
  if (ways.length === 0) expect(found).toEqual([]);
});
