import { describe, expect, test } from 'vitest';
import { estimatedSamples } from './estimate.ts';
import { indexAt } from './indexAt.ts';
import { Track, type TrackSentence } from './track.ts';

const RATE = 1000;
const sentence = (samples: number, times: TrackSentence['times'] = null, spokenWords = 20) => ({
  samples, pauseAfter: 100, times, spokenWords,
}); // prettier-ignore
const track = new Track(RATE, [
  sentence(900, [[0, 300], [350, 500], [800, 900]], 20), // prettier-ignore
  sentence(500, [[10, 490]], 30), // prettier-ignore
  sentence(700, null, 25),
  sentence(400, null, 10),
]);

describe('Track', () => {
  test('lays sentences one after the other', () => {
    expect([track.starts, track.samples, track.duration, track.firstUnmade]).toEqual([
      [0, 1000, 1600, 2400],
      2900,
      2.9,
      2,
    ]);
    expect([track.secondOf(1), track.secondOf(1, 0), track.secondOf(2, 5)]).toEqual([1, 1.01, 1.6]);
  });

  test.each([
    [-1, 0],
    [0, 0],
    [0.999, 0],
    [1, 1],
    [2.5, 3],
    [99, 3],
  ])('at %d s sentence %d is heard', (second, index) => expect(track.sentenceAt(second)).toBe(index));

  test.each([
    ['the word being said', 0, 0.1, 0],
    ['the word before, through the closure of the next', 0, 0.32, 0],
    ['none in a silence', 0, 0.6, -1],
    ['none after the last', 0, 0.95, -1],
    ['none before the first', 1, 1.005, -1],
    ['the first of the second sentence', 1, 1.2, 0],
    ['none of a sentence that is not made', 2, 1.7, -1],
  ])('lights %s', (_name, index, second, word) => expect(track.highlightedWord(index, second)).toBe(word));

  test('every word is lit, and gone on with, at the second at which it begins', () => {
    const times = Array.from({ length: 3000 }, (_, i) => [i * 7, i * 7 + 7] as const);
    const long = new Track(22_050, [sentence(21_000, times), sentence(21_000, times)]);
    const wrong = times.filter((_, word) =>
      [0, 1].some((index) => {
        // As the player reads it: the second of the stretch and the clock of its sound.
        const second = long.secondOf(index) + (long.secondOf(index, word) - long.secondOf(index));
        return long.highlightedWord(index, second) !== word || long.wordBefore(index, second) !== word;
      }),
    );
    expect(wrong).toEqual([]);
  });

  test('goes on with the word at or before a second', () => {
    expect([0.6, 0.85, 0].map((second) => track.wordBefore(0, second))).toEqual([1, 2, 0]);
  });

  test.each([
    ['a sentence where sound is waited for', 0, true, 1],
    ['about sixty words', 0, false, 3],
    ['what is left at the end', 3, false, 4],
  ])('a stretch is %s', (_name, from, atOnce, end) => expect(track.segmentEnd(from, atOnce)).toBe(end));

  test('takes in what was made and leaves the old one as it was', () => {
    const next = track.with([{ ...sentence(800, [[0, 800]]), index: 2 }]); // prettier-ignore
    expect([next.firstUnmade, next.starts[3], track.starts[3]]).toEqual([3, 2500, 2400]);
  });
});

test.each([
  [-1, -1],
  [0, 0],
  [0.5, 0],
  [1, 2],
  [5, 3],
])('indexAt %d is %d', (time, index) => expect(indexAt([0, 1, 1, 2], time, (start) => start)).toBe(index));

test('a sentence is expected to last as long as its words at the speed and its pauses', () => {
  const plan = { voice: '', engineVersion: '', language: 'en', words: ['the', 'old', 'weir'], sounds: [], breaks: [0], end: 'statement', speed: 60, pitch: 0, sampleRate: 1000 } as const; // prettier-ignore
  expect(estimatedSamples(plan, [0.5]) - estimatedSamples(plan, [])).toBe(500);
  expect(estimatedSamples({ ...plan, speed: 120 }, [])).toBeCloseTo(estimatedSamples(plan, []) / 2, -1);
});
