import { describe, expect, test } from 'vitest';
import { edited } from './edits.ts';
import { FULL } from './piece.ts';
import { times } from './testing/inShort.ts';
import type { Timeline } from './timeline.ts';
import {
  lengthenedPauses,
  pausesLongerThan,
  shortenedPauses,
  trimmedEnds,
  wholeSentence,
} from './touchUp.ts';

/**
 * Two sentences: a long pause inside the first, a short one between them, a word of the second that nobody
 * said.
 */
const recorded: Timeline = {
  sampleRate: 1000,
  samples: 10_000,
  pieces: [{ source: { kind: 'recording', id: 'r' }, from: 0, to: 10_000, gain: 0, fade: FULL }],
  sentences: [
    { from: 2000, to: 5000, words: [{ from: 2000, to: 2500 }, { from: 4500, to: 5000 }] }, // prettier-ignore
    { from: 5300, to: 7000, words: [{ from: 5300, to: 5600 }, { from: 5600, to: 5600 }, { from: 5650, to: 7000 }] }, // prettier-ignore
  ],
};
const apply = (edit: ReturnType<typeof trimmedEnds>) => edited(recorded, edit ? [edit] : []);

describe('touching up', () => {
  test('ends are trimmed to a breath before the first word and what rings on after the last', () => {
    const after = apply(trimmedEnds(recorded));
    expect(after.samples).toBe(10_000 - 1850 - 2600);
    expect(times(after)).toEqual(['150:3150 150:650 2650:3150', '3450:5150 3450:3750 3750:3750 3800:5150']);
  });

  test('trimming twice does nothing more', () => {
    expect(trimmedEnds(apply(trimmedEnds(recorded)))).toBeUndefined();
  });

  test.each([
    [600, '1:2500:4500'],
    [100, '1:2500:4500 2:5000:5300'],
    [2000, ''],
  ])('pauses longer than %d', (longest, expected) => {
    expect(
      pausesLongerThan(recorded, longest)
        .map(({ from, to, betweenSentences }) => `${betweenSentences ? 2 : 1}:${from}:${to}`)
        .join(' '),
    ).toBe(expected);
  });

  test('all pauses that are longer come to be just so long', () => {
    const after = apply(shortenedPauses(recorded, 250));
    expect(pausesLongerThan(after, 40).map(({ from, to }) => to - from)).toEqual([250, 250, 50]);
    expect(after.samples).toBe(10_000 - 1750 - 50);
    expect(shortenedPauses(after, 250)).toBeUndefined();
  });

  test('pauses between sentences come to be at least so long, those within a sentence stay', () => {
    const after = apply(lengthenedPauses(recorded, 1000));
    expect(pausesLongerThan(after, 40).map(({ from, to }) => to - from)).toEqual([2000, 1000, 50]);
    expect(after.samples).toBe(10_700);
  });

  test('a sentence is moved with half of the pauses beside it', () => {
    expect(wholeSentence(recorded, 0)).toEqual({ from: 0, to: 5150 });
    expect(wholeSentence(recorded, 1)).toEqual({ from: 5150, to: 10_000 });
    expect(wholeSentence(recorded, 7)).toEqual({ from: 0, to: 0 });
  });

  test('nothing is found where no word is', () => {
    const empty: Timeline = { ...recorded, sentences: [] };
    expect([trimmedEnds(empty), shortenedPauses(empty, 10), lengthenedPauses(empty, 10)]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});
