import { recall, remember } from '../../storage/memory.ts';

/** Playback speeds beside the pace that a reading was made at, the slowest first. */
export const SPEEDS = [0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.2, 1.35, 1.5, 1.75, 2] as const;

const keyOf = (pupilId: string) => `aurelfield:speed:${pupilId}`;

/** The speed that was last chosen for a pupil; the reading's own otherwise. */
export function speedOf(pupilId: string): number {
  const kept = recall(keyOf(pupilId));
  return SPEEDS.find((speed) => speed === kept) ?? 1;
}

export function keepSpeed(pupilId: string, speed: number): void {
  remember(keyOf(pupilId), speed);
}

/** The next slower or quicker speed; the same at either end. */
export function adjacentSpeed(speed: number, by: 1 | -1): number {
  const at = SPEEDS.findIndex((one) => one >= speed);
  return SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, at + by))] ?? speed;
}

/** "120 words a minute (normal speed)". */
export function formatSpeed(speed: number, pace: number): string {
  return `${Math.round(pace * speed)} words a minute${speed === 1 ? ' (normal speed)' : ''}`;
}
