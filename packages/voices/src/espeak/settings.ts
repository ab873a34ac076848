import { LOUDNESS_TARGETS, type LoudnessChoice } from '@aurelfield/core';
import calibration from './calibration.json' with { type: 'json' };

/** Standard words per minute without pauses at an own rate of the engine. */
export type CalibrationPoint = readonly [speed: number, rate: number];

/** Measured by `npm run calibrate`; by the engine's name for the voice. */
const CALIBRATION = calibration as unknown as Readonly<Record<string, Calibration>>;
const TYPICAL: Calibration = CALIBRATION['gmw/en+f2'] ?? { curve: [], lufs: -20 };

/** What was measured of a voice. */
export interface Calibration {
  readonly curve: readonly CalibrationPoint[];
  /** Integrated loudness of its speech, in LUFS. */
  readonly lufs: number;
}

/** Decibels that bring a voice to the loudness chosen; the same for all its sentences, so that they keep their balance. */
export function espeakGain(identifier: string, loudness: LoudnessChoice): number {
  return LOUDNESS_TARGETS[loudness] - (CALIBRATION[identifier] ?? TYPICAL).lufs;
}

/** What a speed asks of the engine. */
export interface EspeakSpeed {
  /** The engine's own rate, 80 to 450. */
  readonly rate: number;
  /** Seconds of silence for each standard word, where the speed asked for is below the engine's slowest. */
  readonly wordGap: number;
}

/** The rate for a voice and a speed, by straight lines between the points measured for it. */
export function espeakSpeed(identifier: string, speed: number): EspeakSpeed {
  const { curve } = CALIBRATION[identifier] ?? TYPICAL;
  const [slowest] = curve;
  if (slowest && speed < slowest[0]) return { rate: slowest[1], wordGap: 60 / speed - 60 / slowest[0] };
  const above = curve.findIndex(([measured]) => measured >= speed);
  const [high, low] = [curve[above], curve[above - 1]];
  if (!high || !low)
    return { rate: above === 0 ? (slowest?.[1] ?? 80) : (curve.at(-1)?.[1] ?? 450), wordGap: 0 };
  const share = (speed - low[0]) / (high[0] - low[0]);
  return { rate: Math.round(low[1] + share * (high[1] - low[1])), wordGap: 0 };
}

/** The engine's pitch (0 to 99, 50 its own) for semitones up or down: its scale doubles the frequency every 50 steps. */
export function espeakPitch(semitones: number): number {
  return Math.max(0, Math.min(99, Math.round(50 + (semitones * 50) / 12)));
}
