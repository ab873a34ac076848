import { gainOf, speedOf, type Calibration, type EngineSpeed } from '../calibration/calibration.ts';
import calibration from './calibration.json' with { type: 'json' };

/** By the engine's name for the voice. */
const CALIBRATION = calibration as unknown as Readonly<Record<string, Calibration>>;
const TYPICAL: Calibration = CALIBRATION['gmw/en+f2'] ?? { curve: [], lufs: -20 };

/** Decibels that bring a voice to the usual loudness. */
export function espeakGain(identifier: string): number {
  return gainOf(CALIBRATION[identifier] ?? TYPICAL);
}

/** The engine's rate (80 to 450) for a voice and a speed. */
export function espeakSpeed(identifier: string, speed: number): EngineSpeed {
  const { rate, wordGap } = speedOf(CALIBRATION[identifier] ?? TYPICAL, speed);
  return { rate: Math.round(rate), wordGap };
}

/**
 * Semitones of one step of the engine's pitch, below its own and above; median pitch of a sentence in four
 * voices, measured (`packages/server/src/testing/pitch.ts`).
 */
const STEP_BELOW = 0.153;
const STEP_ABOVE = 0.171;

/** The engine's pitch (0 to 99, 50 its own) for semitones up or down. */
export function espeakPitch(semitones: number): number {
  const steps = semitones / (semitones < 0 ? STEP_BELOW : STEP_ABOVE);
  return Math.max(0, Math.min(99, Math.round(50 + steps)));
}
