import { expect, test } from 'vitest';
import { beginSteps, blocksOf, noted, redone, undone } from './steps.ts';

const text = (...texts: string[]) => texts.map((written) => ({ type: 'paragraph' as const, text: written }));

test('states are gone back and forth through; a new one ends the way forth', () => {
  let steps = beginSteps(text('a'));
  steps = noted(steps, text('ab'));
  steps = noted(steps, text('ab'));
  steps = noted(steps, text('abc'));
  expect(steps.past).toHaveLength(2);
  steps = undone(undone(undone(steps)));
  expect(blocksOf(steps)).toEqual(text('a'));
  steps = redone(steps);
  expect(blocksOf(steps)).toEqual(text('ab'));
  steps = noted(steps, text('x'));
  expect(redone(steps)).toBe(steps);
  expect(blocksOf(undone(steps))).toEqual(text('ab'));
});

test('only the last hundred are kept', () => {
  let steps = beginSteps(text('0'));
  for (let i = 1; i <= 150; i++) steps = noted(steps, text(String(i)));
  expect(steps.past).toHaveLength(100);
});
