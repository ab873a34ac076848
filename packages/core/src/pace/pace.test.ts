import { describe, expect, test } from 'vitest';
import { breakPause, pauseAfter } from './pauses.ts';
import { DEFAULT_PAUSES } from './profile.ts';
import { speechAmount } from './amount.ts';
import { speakingSpeed } from './speed.ts';

describe('pauses', () => {
  test.each([
    [
      'inside a block',
      { blockType: 'paragraph', lastInBlock: false, lastInHandout: false },
      DEFAULT_PAUSES.sentence,
    ],
    [
      'after a paragraph',
      { blockType: 'paragraph', lastInBlock: true, lastInHandout: false },
      DEFAULT_PAUSES.paragraph,
    ],
    [
      'after a heading',
      { blockType: 'heading', lastInBlock: true, lastInHandout: false },
      DEFAULT_PAUSES.heading,
    ],
    [
      'after a question, longer',
      { blockType: 'question', lastInBlock: true, lastInHandout: false },
      DEFAULT_PAUSES.paragraph * 1.25,
    ],
    ['at the end, none', { blockType: 'paragraph', lastInBlock: true, lastInHandout: true }, 0],
  ] as const)('%s', (_name, place, seconds) => {
    expect(pauseAfter(place, DEFAULT_PAUSES)).toBeCloseTo(seconds);
  });

  test('a list item pauses longer than a sentence and shorter than a paragraph', () => {
    const pause = pauseAfter(
      { blockType: 'list-item', lastInBlock: true, lastInHandout: false },
      DEFAULT_PAUSES,
    );
    expect(pause).toBeGreaterThan(DEFAULT_PAUSES.sentence);
    expect(pause).toBeLessThan(DEFAULT_PAUSES.paragraph);
  });

  test('a colon pauses longer than a comma', () => {
    expect(breakPause('colon', DEFAULT_PAUSES)).toBeGreaterThan(breakPause('comma', DEFAULT_PAUSES));
  });
});

describe('speaking speed', () => {
  const near = (speed: number, expected: number) =>
    expect(Math.abs(speed / expected - 1)).toBeLessThan(0.0105);

  test('is the pace itself for standard words without pauses', () => {
    near(speakingSpeed(150, { words: 100, amount: 100, pauses: 0 }), 150);
  });

  test('makes room for pauses and for longer words', () => {
    // 100 words at 150 a minute last 40 s; 10 s of them are silence.
    near(speakingSpeed(150, { words: 100, amount: 100, pauses: 10 }), 200);
    near(speakingSpeed(150, { words: 100, amount: 120, pauses: 10 }), 240);
  });

  test('leaves time for speaking however long the pauses are', () => {
    near(speakingSpeed(150, { words: 100, amount: 100, pauses: 1000 }), 375);
  });

  test('does not change with a hundredth of a percent', () => {
    const speeds = Array.from({ length: 20 }, (_, i) =>
      speakingSpeed(150, { words: 1000, amount: 1000 + i / 10, pauses: 100 }),
    );
    expect(new Set(speeds).size).toBe(1);
  });

  test('a handout without words is no division by zero', () => {
    expect(speakingSpeed(150, { words: 0, amount: 0, pauses: 0 })).toBe(150);
  });
});

test('an average word of prose is a standard word', () => {
  const prose =
    'the harbour wakes before the town does and a man in a yellow coat walks along the wall'.split(' ');
  expect(speechAmount(prose, 3) / prose.length).toBeCloseTo(1, 0);
  expect(speechAmount(['constitutional'], 1)).toBeGreaterThan(speechAmount(['bog'], 1) * 2);
});
