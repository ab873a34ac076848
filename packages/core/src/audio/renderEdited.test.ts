import { describe, expect, test } from 'vitest';
import { edited, type Edit } from '../timeline/edits.ts';
import { FULL } from '../timeline/piece.ts';
import type { Timeline } from '../timeline/timeline.ts';
import { soundOfEdited } from './renderEdited.ts';

const RATE = 32_000;
const SECONDS = 6;
/** Tones of 300 ms in silence: what stands for words. */
const WORDS = [0.5, 1.2, 2, 2.9, 4, 5].map((start) => ({
  from: Math.round(start * RATE),
  to: Math.round((start + 0.3) * RATE),
}));
const sound = new Int16Array(SECONDS * RATE);
for (const { from, to } of WORDS)
  for (let i = from; i < to; i++)
    sound[i] = Math.round(7000 * Math.sin((2 * Math.PI * 180 * (i - from)) / RATE));

const recorded: Timeline = {
  sampleRate: RATE,
  samples: sound.length,
  pieces: [{ source: { kind: 'recording', id: 'r' }, from: 0, to: sound.length, gain: 0, fade: FULL }],
  sentences: [{ from: 0, to: sound.length, words: WORDS }],
};

/** What lies outside of the recording is silent. */
const read = (_id: string, from: number, to: number) => {
  const asked = new Int16Array(to - from);
  asked.set(sound.subarray(Math.max(0, from), Math.max(0, Math.min(to, sound.length))));
  return Promise.resolve(asked);
};

const at = (seconds: number) => Math.round(seconds * RATE);

/** Samples at which sound begins after at least 60 ms of silence. */
function onsets(pcm: Int16Array): number[] {
  const found: number[] = [];
  let lastLoud = -RATE;
  pcm.forEach((sample, i) => {
    if (Math.abs(sample) < 600) return;
    if (i - lastLoud > 0.06 * RATE) found.push(i);
    lastLoud = i;
  });
  return found;
}

/** The greatest step from one sample to the next; that of the tone itself is below 260. */
function steepest(pcm: Int16Array): number {
  let most = 0;
  for (let i = 1; i < pcm.length; i++) most = Math.max(most, Math.abs((pcm[i] ?? 0) - (pcm[i - 1] ?? 0)));
  return most;
}

describe('an edited recording', () => {
  test.each<[string, Edit[]]>([
    ['as it is', []],
    ['a word cut out', [{ kind: 'cut', from: at(1.1), to: at(1.6) }]],
    ['cut in the middle of words', [{ kind: 'cut', from: at(1.337), to: at(2.113) }]],
    ['silence put into a word', [{ kind: 'insert-silence', at: at(2.111), samples: 8001 }]],
    ['a cough muted', [{ kind: 'mute', from: at(2.05), to: at(2.2) }]],
    [
      'a stretch louder, from the middle of a word',
      [{ kind: 'gain', from: at(2.1), to: at(3.1), decibels: 6 }],
    ],
    ['slower', [{ kind: 'treat', from: 0, to: sound.length, treatment: { kind: 'tempo', factor: 0.8 } }]],
    [
      'faster for a stretch',
      [{ kind: 'treat', from: at(1.9), to: at(4.5), treatment: { kind: 'tempo', factor: 1.3 } }],
    ],
    ['higher', [{ kind: 'treat', from: at(1), to: at(3.7), treatment: { kind: 'pitch', semitones: 3 } }]],
    ['a word taken to the end', [{ kind: 'move', from: at(1), to: at(1.7), at: at(6) }]],
    [
      'all of it one after the other',
      [
        { kind: 'cut', from: 0, to: at(0.4) },
        { kind: 'treat', from: at(0.2), to: at(4), treatment: { kind: 'tempo', factor: 0.9 } },
        { kind: 'move', from: at(3.9), to: at(4.9), at: at(0) },
        { kind: 'insert-silence', at: at(2), samples: 12_345 },
        { kind: 'treat', from: 0, to: at(3), treatment: { kind: 'pitch', semitones: -2 } },
        { kind: 'cut', from: at(3.01), to: at(3.21) },
      ],
    ],
  ])('%s: as long as its timeline says, words heard where it says, no click', async (_name, edits) => {
    const after = edited(recorded, edits);
    const pcm = await soundOfEdited(after.pieces, RATE, read);
    expect(pcm).toHaveLength(after.samples);
    const heard = onsets(pcm);
    // Words that are whole still: those cut into begin elsewhere.
    const whole = after.sentences[0]?.words.filter(({ from, to }) => to - from > 0.22 * RATE) ?? [];
    expect(whole.length).toBeGreaterThan(2);
    for (const { from } of whole) {
      const nearest = Math.min(...heard.map((onset) => Math.abs(onset - from)));
      expect(nearest).toBeLessThan(0.01 * RATE);
    }
    expect(steepest(pcm)).toBeLessThan(700);
  });

  test('fades run in a straight line', async () => {
    const after = edited(recorded, [{ kind: 'fade', from: at(0.5), to: at(0.8), direction: 'in' }]);
    const pcm = await soundOfEdited(after.pieces, RATE, read);
    const level = (from: number, to: number) =>
      pcm.subarray(at(from), at(to)).reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
    expect(level(0.51, 0.55) / 7000).toBeCloseTo(0.16, 1);
    expect(level(0.7, 0.75) / 7000).toBeCloseTo(0.83, 1);
  });

  test('what a cut takes away is not read for the rest, and the original is what it was', async () => {
    const asked: [number, number][] = [];
    const after = edited(recorded, [{ kind: 'cut', from: at(1), to: at(5) }]);
    await soundOfEdited(after.pieces, RATE, (id, from, to) => {
      asked.push([from, to]);
      return read(id, from, to);
    });
    // No more than a joint's 5 ms beyond the edge.
    expect(asked.some(([from, to]) => from < at(4.9) && to > at(1.006))).toBe(false);
    expect(edited(recorded, [])).toEqual(recorded);
  });

  test('a clip is no recording', async () => {
    const clip = { source: { kind: 'clip', key: 'k' }, from: 0, to: 5, gain: 0, fade: FULL } as const;
    await expect(soundOfEdited([clip], RATE, read)).rejects.toThrow('not made of clips');
  });
});
