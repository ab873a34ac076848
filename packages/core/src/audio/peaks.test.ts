import { describe, expect, test } from 'vitest';
import { edited, type Edit } from '../timeline/edits.ts';
import { recordedTimeline } from '../timeline/recorded.ts';
import { coarserPeaks, peaksOfPieces } from './peaks.ts';

/** Ten steps of 100 samples; the third and the eighth are loud. */
const recorded = { step: 100, values: Int8Array.from({ length: 20 }, (_, i) => ([4, 5, 14, 15].includes(i) ? (i % 2 ? 80 : -60) : i % 2)) }; // prettier-ignore
const timeline = recordedTimeline('r', 1000, 1000, []);
const highs = (edits: Edit[]) => {
  const after = edited(timeline, edits);
  return [...peaksOfPieces(after.pieces, after.samples, recorded).values]
    .filter((_, i) => i % 2 === 1)
    .join(' ');
};

describe('peaks of an edited recording', () => {
  test.each<[string, Edit[], string]>([
    ['as it is', [], '1 1 80 1 1 1 1 80 1 1'],
    ['a cut', [{ kind: 'cut', from: 0, to: 200 }], '80 1 1 1 1 80 1 1'],
    ['silence', [{ kind: 'insert-silence', at: 200, samples: 200 }], '1 1 0 0 80 1 1 1 1 80 1 1'],
    ['muted', [{ kind: 'mute', from: 200, to: 300 }], '1 1 0 1 1 1 1 80 1 1'],
    ['softer by half', [{ kind: 'gain', from: 0, to: 500, decibels: -6.02 }], '1 1 40 1 1 1 1 80 1 1'],
    ['too loud is cut off', [{ kind: 'gain', from: 0, to: 500, decibels: 12 }], '4 4 127 4 4 1 1 80 1 1'],
    ['faded in', [{ kind: 'fade', from: 200, to: 300, direction: 'in' }], '1 1 40 1 1 1 1 80 1 1'],
    ['twice as slow', [{ kind: 'treat', from: 0, to: 500, treatment: { kind: 'tempo', factor: 0.5 } }], '1 1 1 1 80 80 1 1 1 1 1 1 80 1 1'], // prettier-ignore
    ['higher', [{ kind: 'treat', from: 0, to: 500, treatment: { kind: 'pitch', semitones: 2 } }], '1 1 80 1 1 1 1 80 1 1'], // prettier-ignore
    ['twice as fast, then softer by half', [{ kind: 'treat', from: 0, to: 1000, treatment: { kind: 'tempo', factor: 2 } }, { kind: 'gain', from: 0, to: 500, decibels: -6.02 }], '1 1 1 40 1'], // prettier-ignore
    ['a cut in what was made slower', [{ kind: 'treat', from: 0, to: 500, treatment: { kind: 'tempo', factor: 0.5 } }, { kind: 'cut', from: 100, to: 400 }], '1 80 80 1 1 1 1 1 1 80 1 1'], // prettier-ignore
    ['a step at the end that is not full', [{ kind: 'cut', from: 960, to: 1000 }], '1 1 80 1 1 1 1 80 1 1'],
    ['moved', [{ kind: 'move', from: 700, to: 800, at: 0 }], '80 1 1 80 1 1 1 1 1 1'],
  ])('%s', (_name, edits, expected) => expect(highs(edits)).toBe(expected));

  test('coarser ones keep the lowest and the highest', () => {
    expect(coarserPeaks(recorded, 4)).toEqual({
      step: 400,
      values: Int8Array.from([-60, 80, -60, 80, 0, 1]),
    });
  });

  test('nothing has none', () => {
    expect(peaksOfPieces([], 0, recorded).values).toHaveLength(0);
  });
});
