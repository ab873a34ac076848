import { LOUDNESS_TARGETS } from '@aurelfield/core/speech';

/** Standard words per minute without pauses at a rate in the engine's own unit. */
type CalibrationPoint = readonly [speed: number, rate: number];

/** What `npm run calibrate` measured of a voice. */
export interface Calibration {
  /** Rising in speed. */
  readonly curve: readonly CalibrationPoint[];
  /** Integrated loudness of its speech, in LUFS. */
  readonly lufs: number;
}

/** What a speed asks of an engine. */
export interface EngineSpeed {
  /** In the engine's own unit. */
  readonly rate: number;
  /** Seconds of silence for each standard word, where the speed asked for is below the engine's slowest. */
  readonly wordGap: number;
}

/** The rate for a speed, by straight lines between the points measured. */
export function speedOf({ curve }: Calibration, speed: number): EngineSpeed {
  const [slowest] = curve;
  const fastest = curve.at(-1);
  if (slowest === undefined || fastest === undefined) throw new Error('A voice without a calibration.');
  if (speed < slowest[0]) return { rate: slowest[1], wordGap: 60 / speed - 60 / slowest[0] };
  const above = curve.findIndex(([measured]) => measured >= speed);
  const [high, low] = [curve[above], curve[above - 1]];
  if (!high) return { rate: fastest[1], wordGap: 0 };
  if (!low) return { rate: slowest[1], wordGap: 0 };
  const share = (speed - low[0]) / (high[0] - low[0]);
  return { rate: low[1] + share * (high[1] - low[1]), wordGap: 0 };
}

/**
 * Decibels that bring a voice to the usual loudness; the same for all its sentences, so that they keep their
 * balance.
 */
export function gainOf({ lufs }: Calibration): number {
  return LOUDNESS_TARGETS.default - lufs;
}
