/** @module-tag long */
import { describe, expect, test } from 'vitest';
import { noiseFloor } from './clean.ts';
import { treatedLength, type Treatment } from '../timeline/treatment.ts';
import { treated } from './treat.ts';

const RATE = 32_000;

/** A voice-like sound: a low tone with its overtones. */
function voice(seconds: number, hertz: number, level = 6000): Int16Array {
  return Int16Array.from({ length: Math.round(seconds * RATE) }, (_, i) => {
    const t = (2 * Math.PI * hertz * i) / RATE;
    return Math.round((level * (Math.sin(t) + 0.5 * Math.sin(2 * t) + 0.3 * Math.sin(3 * t))) / 1.8);
  });
}

/** Bursts of a voice in silence, at these seconds, each of 150 ms. */
function bursts(seconds: number, starts: readonly number[]): Int16Array {
  const pcm = new Int16Array(Math.round(seconds * RATE));
  for (const start of starts) pcm.set(voice(0.15, 140), Math.round(start * RATE));
  return pcm;
}

/** Seconds at which sound begins after at least 50 ms of silence. */
function onsets(pcm: Int16Array): number[] {
  const found: number[] = [];
  let lastLoud = -RATE;
  pcm.forEach((sample, i) => {
    if (Math.abs(sample) < 700) return;
    if (i - lastLoud > 0.05 * RATE) found.push(i / RATE);
    lastLoud = i;
  });
  return found;
}

/** The period by autocorrelation, as hertz. */
function pitchOf(pcm: Int16Array): number {
  const middle = pcm.subarray(pcm.length >> 2, (pcm.length >> 2) + RATE / 4);
  const likeness = (lag: number) => {
    let sum = 0;
    for (let i = 0; i + lag < middle.length; i++) sum += (middle[i] ?? 0) * (middle[i + lag] ?? 0);
    return sum / (middle.length - lag);
  };
  let best = Math.round(RATE / 400);
  for (let lag = best; lag < RATE / 60; lag++) if (likeness(lag) > likeness(best) * 1.001) best = lag;
  const [left, top, right] = [likeness(best - 1), likeness(best), likeness(best + 1)];
  return RATE / (best + (left - right) / (2 * (left - 2 * top + right)));
}

function levelOf(pcm: Int16Array): number {
  return 10 * Math.log10(pcm.reduce((sum, sample) => sum + sample * sample, 1) / pcm.length);
}

function noise(seconds: number, level: number): Int16Array {
  let seed = 1;
  return Int16Array.from({ length: Math.round(seconds * RATE) }, () => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.round((seed / 1_073_741_824 - 1) * level);
  });
}

function mixed(one: Int16Array, other: Int16Array): Int16Array {
  return one.map((sample, i) => sample + (other[i] ?? 0));
}

describe('tempo', () => {
  test.each([0.7, 0.8, 0.91, 1.07, 1.25, 1.4, 1.6])('%d times as fast', (factor) => {
    const treatment: Treatment = { kind: 'tempo', factor };
    const starts = [0.4, 1.13, 1.9, 2.477, 3.3];
    const before = bursts(4, starts);
    const after = treated(before, RATE, treatment);
    expect(after).toHaveLength(treatedLength(before.length, treatment));
    expect(Math.abs(after.length / (before.length / factor) - 1)).toBeLessThan(0.0001);
    const heard = onsets(after);
    expect(heard).toHaveLength(starts.length);
    heard.forEach((at, i) => expect(Math.abs(at - (starts[i] ?? 0) / factor)).toBeLessThan(0.01));
    const tone = treated(voice(3, 140), RATE, treatment);
    expect(Math.abs(12 * Math.log2(pitchOf(tone) / 140))).toBeLessThan(0.1);
    // No frame is laid against the one before it: a tone stays as loud as it was.
    expect(Math.abs(levelOf(tone) - levelOf(voice(3, 140)))).toBeLessThan(0.5);
  });

  test('as fast as it was is the same sound', () => {
    const pcm = voice(1, 140);
    expect(treated(pcm, RATE, { kind: 'tempo', factor: 1 })).toEqual(pcm);
  });

  test('of nothing comes nothing', () => {
    expect(treated(new Int16Array(0), RATE, { kind: 'tempo', factor: 2 })).toHaveLength(0);
  });
});

describe('pitch', () => {
  test.each([-6, -3, -1, 1, 2.5, 4, 7])('%d semitones', (semitones) => {
    const before = voice(3, 150);
    const after = treated(before, RATE, { kind: 'pitch', semitones });
    expect(after).toHaveLength(before.length);
    expect(Math.abs(12 * Math.log2(pitchOf(after) / 150) - semitones)).toBeLessThan(0.3);
    const starts = [0.4, 1.13, 1.9];
    const heard = onsets(treated(bursts(3, starts), RATE, { kind: 'pitch', semitones }));
    expect(heard).toHaveLength(starts.length);
    heard.forEach((at, i) => expect(Math.abs(at - (starts[i] ?? 0))).toBeLessThan(0.01));
  });
});

describe('cleaning', () => {
  test('a rumble is taken away and the voice stays', () => {
    const rumble = Int16Array.from({ length: 3 * RATE }, (_, i) =>
      Math.round(8000 * Math.sin((2 * Math.PI * 25 * i) / RATE)),
    );
    const lowCut = { kind: 'clean', lowCut: 80 } as const;
    expect(levelOf(rumble) - levelOf(treated(rumble, RATE, lowCut).subarray(RATE))).toBeGreaterThan(18);
    const tone = voice(3, 250);
    expect(Math.abs(levelOf(tone) - levelOf(treated(tone, RATE, lowCut)))).toBeLessThan(0.5);
  });

  test('the noise of a room is turned down by what was asked for, speech in it stays as loud and where it was', () => {
    const starts = [0.6, 1.4, 2.2];
    const speech = bursts(4, starts);
    const dirty = mixed(speech, noise(4, 300));
    const floor = noiseFloor(dirty, RATE);
    expect(floor).toHaveLength(64);
    const after = treated(dirty, RATE, { kind: 'clean', noise: 12, floor });
    expect(after).toHaveLength(dirty.length);
    const quiet = [2.5 * RATE, 3.5 * RATE] as const;
    const fallen = levelOf(dirty.subarray(...quiet)) - levelOf(after.subarray(...quiet));
    expect(fallen).toBeGreaterThan(9);
    expect(fallen).toBeLessThan(13);
    const loud = [1.42 * RATE, 1.53 * RATE] as const;
    expect(Math.abs(levelOf(dirty.subarray(...loud)) - levelOf(after.subarray(...loud)))).toBeLessThan(1);
    onsets(after).forEach((at, i) => expect(Math.abs(at - (starts[i] ?? 0))).toBeLessThan(0.01));
  });

  test('what is clean already stays as it is', () => {
    const speech = bursts(4, [0.6, 1.4, 2.2]);
    const after = treated(speech, RATE, { kind: 'clean', noise: 12, floor: noiseFloor(speech, RATE) });
    const changes = after.map((sample, i) => Math.abs(sample - (speech[i] ?? 0)));
    expect(changes.reduce((most, change) => Math.max(most, change), 0)).toBeLessThan(60);
  });

  test('silence has no noise', () => {
    expect(Math.max(...noiseFloor(new Int16Array(RATE), RATE))).toBe(-160);
  });
});
