import { describe, expect, test } from 'vitest';
import { formatSize, formatReasons, formatShare, formatState, formatTime } from './words.ts';

describe('what a class set takes, in words', () => {
  test.each([
    [0, 'at once'],
    [0.4, 'at once'],
    [1.2, '2 seconds'],
    [49, '49 seconds'],
    [55, 'about 1 minute'],
    [200, 'about 3 minutes'],
    [7200, 'about 2 hours'],
  ])('%d s: %s', (seconds, words) => expect(formatTime(seconds)).toBe(words));

  test.each([
    [12, '1 kB'],
    [640_000, '640 kB'],
    [3_240_000, '3.2 MB'],
    [2.5e9, '2.5 GB'],
  ])('%d bytes: %s', (bytes, words) => expect(formatSize(bytes)).toBe(words));

  test.each([
    [0, 0, 0, 'nothing is heard'],
    [87, 87, 0, 'everything is ready'],
    [87, 0, 85, '85 sentences to prepare'],
    [1, 0, 1, '1 sentence to prepare'],
    [1200, 1188, 12, '12 sentences to prepare, 1,188 ready'],
  ])('%d sentences, %d ready, %d missing: %s', (sentences, ready, missing, words) =>
    expect(formatShare({ sentences, ready, missing })).toBe(words),
  );

  test('reasons and states', () => {
    expect(formatReasons(['text', 'profile'])).toBe(
      'the text was changed and the pupil’s profile was changed',
    );
    expect(formatReasons(['something new'])).toBe('something new');
    const item = { done: 30, total: 120, state: 'running' } as Parameters<typeof formatState>[0];
    expect(formatState(item)).toBe('25 % made');
    expect(formatState({ ...item, total: 1 })).toBe('preparing');
    expect(formatState({ ...item, state: 'failed' })).toBe('failed');
  });
});
