import { expect, test } from 'vitest';
import { otherReadings } from '../spoken/otherReadings.ts';
import { expandSentence } from '../spoken/expand.ts';
import { sentencesOf } from '../text/sentences.ts';
import { lookupTable } from './lookupTable.ts';

/** Words that every object of the language answers to: a handout on programming has them. */
const NAMES = Object.getOwnPropertyNames(Object.prototype);
const AROUND = ['%s', 'The %s is called.', '5 %s', '5%s', '%s 5', '£%s', '%s/3', '3/%s', 'x = %s', '(%s)', '%s.', 'Dr %s', '%s St.', '10 %s²', '12-%s', 'Mon-%s', '%s-like', '4 → %s', 'a.%s()', '%s, %s; %s']; // prettier-ignore

test('has what is written in it and nothing else', () => {
  const table = lookupTable({ km: 'kilometre' });
  expect(table.km).toBe('kilometre');
  expect(NAMES.filter((name) => table[name] !== undefined)).toEqual([]);
});

test.each(['en-GB', 'fr', 'de', 'pl', 'ja'])(
  'names of an object’s members are words like others (%s)',
  (language) => {
    for (const name of [...NAMES, ...NAMES.map((one) => one.toUpperCase())])
      for (const around of AROUND) {
        const text = around.replaceAll('%s', name);
        for (const { start, end } of sentencesOf(text, language)) {
          const sentence = text.slice(start, end);
          for (const word of expandSentence(sentence, language)) {
            expect(word.spoken.every((said) => typeof said === 'string' && said !== '')).toBe(true);
            expect(word.spoken.join(' ')).not.toMatch(/function|object Object|native code/u);
            otherReadings(sentence, word.start, language);
          }
        }
      }
  },
);
