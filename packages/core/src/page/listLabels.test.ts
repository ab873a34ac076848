import { expect, test } from 'vitest';
import { listLabel } from './listLabels.ts';

test.each([
  [3, 'figures', '3'], [1, 'letters', 'a'], [26, 'letters', 'z'], [27, 'letters', 'aa'], [2, 'capitals', 'B'], [4, 'roman', 'iv'], [1994, 'roman capitals', 'MCMXCIV'], [0, 'roman', '0'], [-2, 'letters', '-2'], [4000, 'roman', '4000'],
] as const)('%d in %s is %s', (number, counting, label) => {
  expect(listLabel(number, counting)).toBe(label);
}); // prettier-ignore
