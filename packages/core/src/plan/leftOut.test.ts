import { describe, expect, test } from 'vitest';
import { DEFAULT_CHOICES } from '../spoken/choices.ts';
import { leftOutOf } from './leftOut.ts';

const blocks = (...texts: string[]) => texts.map((text) => ({ type: 'paragraph' as const, text, offset: 0 }));
const found = (texts: string[], choices = {}) =>
  leftOutOf(blocks(...texts), 'en-GB', { ...DEFAULT_CHOICES, ...choices }).map(
    ({ block, text, rule }) => `${block} ${text}: ${rule}`,
  );

describe('what is left out', () => {
  test('nothing of plain prose, whatever its punctuation', () => {
    expect(found(['“Dr. Ward’s bog,” he said — (1,200 m²) is … old; isn’t it?', '* * *', '• one'])).toEqual(
      [],
    );
  });

  test('a block that is marked as not to be read, whole', () => {
    const [first, second] = blocks('It is wet.', 'Name: ____ Date: ____');
    if (!first || !second) throw new Error('There are two.');
    expect(leftOutOf([first, { ...second, silent: true }], 'en-GB', DEFAULT_CHOICES)).toMatchObject([
      { block: 1, start: 0, text: 'Name: ____ Date: ____', rule: 'marked as not to be read' },
    ]);
  });

  test('signs that have no words, emoji and citations by choice, each by its rule', () => {
    expect(found(['It is wet ☂ here. Warm ▞ too 🙂 (Ward, 2011).', 'Dry ☼'])).toEqual([
      '0 ▞: sign without words',
      '1 ☼: sign without words',
    ]);
    expect(found(['It is wet 🙂 (Ward, 2011).'], { emoji: 'left-out', citations: 'left-out' })).toEqual([
      '0 🙂: emoji left out',
      '0 Ward: citation left out',
      '0 2011: citation left out',
    ]);
  });
});
