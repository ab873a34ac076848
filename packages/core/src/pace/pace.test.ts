import { describe, expect, test } from 'vitest';
import { breakPause, pauseAfter } from './pauses.ts';
import { DEFAULT_PAUSES } from './profile.ts';
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
  test('is the pace itself when there are no pauses', () => {
    expect(speakingSpeed(150, { comma: 0, sentence: 0, paragraph: 0, heading: 0 })).toBe(150);
  });

  test('rises with longer pauses, and with the pace', () => {
    const long = { comma: 0.5, sentence: 1, paragraph: 2, heading: 2 };
    expect(speakingSpeed(150, long)).toBeGreaterThan(speakingSpeed(150, DEFAULT_PAUSES));
    expect(speakingSpeed(200, DEFAULT_PAUSES)).toBeGreaterThan(speakingSpeed(150, DEFAULT_PAUSES));
  });

  test('stays within reach however long the pauses are', () => {
    expect(speakingSpeed(300, { comma: 4, sentence: 4, paragraph: 4, heading: 4 })).toBe(750);
  });
});
