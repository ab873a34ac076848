import { speedOf, type Calibration, type EngineSpeed } from '../calibration/calibration.ts';
import calibration from './calibration.json' with { type: 'json' };

const CALIBRATION = calibration as unknown as Readonly<Record<string, Calibration>>;

/** What was measured of a voice. */
export function festivalCalibration(voiceId: string): Calibration {
  const found = CALIBRATION[voiceId];
  if (found === undefined) throw new Error(`${voiceId} was never calibrated.`);
  return found;
}

/** The engine's rate (1 is its own, 2 twice as fast) for a voice and a speed. */
export function festivalSpeed(voiceId: string, speed: number): EngineSpeed {
  return speedOf(festivalCalibration(voiceId), speed);
}

/** How many times higher a pitch of some semitones is. */
export function pitchFactor(semitones: number): number {
  return 2 ** (semitones / 12);
}
