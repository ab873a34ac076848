import type { Piece } from '@aurelfield/core/timeline';

/**
 * Short sounds that tell that something begins or ends. They are computed, at whatever rate they are wanted.
 */
const SOUNDS = [
  { id: 'reeds', label: 'Reeds: three soft notes that rise', notes: [261.63, 329.63, 392], step: 0.22 },
  { id: 'bowl', label: 'Bowl: one low note that dies away', notes: [196], step: 0 },
] as const;
export type SoundId = (typeof SOUNDS)[number]['id'];

/** Seconds that a note rings. */
const RINGING = 1.4;
/** Harmonics of a note and how loud each is. */
const HARMONICS = [1, 0.35, 0.12, 0.05] as const;
/** Of full scale: about as loud as the voices. */
const LEVEL = 0.22;

/** The samples of a sound. */
export function samplesOfSound(id: SoundId, sampleRate: number): Int16Array {
  const { notes, step } = SOUNDS.find((one) => one.id === id) ?? SOUNDS[0];
  const length = Math.round(sampleRate * (RINGING + step * (notes.length - 1)));
  const mixed = new Float64Array(length);
  notes.forEach((frequency, nth) => {
    const begin = Math.round(nth * step * sampleRate);
    for (let at = begin; at < length; at++) {
      const seconds = (at - begin) / sampleRate;
      const envelope = Math.min(1, seconds / 0.02) * Math.exp(-3.2 * seconds);
      let value = 0;
      HARMONICS.forEach((share, harmonic) => {
        value += share * Math.sin(2 * Math.PI * frequency * (harmonic + 1) * seconds);
      });
      mixed[at] = (mixed[at] ?? 0) + value * envelope;
    }
  });
  const fade = Math.round(sampleRate * 0.05);
  return Int16Array.from(mixed, (value, at) =>
    Math.round(Math.max(-1, Math.min(1, value * LEVEL * Math.min(1, (length - 1 - at) / fade))) * 32_767),
  );
}

/** A sound as a piece of a timeline; its source is a recording with this id. */
export function soundPiece(id: SoundId, sampleRate: number): Piece {
  return {
    source: { kind: 'recording', id: `sound:${id}` },
    from: 0,
    to: samplesOfSound(id, sampleRate).length,
    gain: 0,
    fade: [1, 1],
  };
}

/** The sound that a recording's id names; `undefined` for other recordings. */
export function soundOfRecording(recording: string): SoundId | undefined {
  return SOUNDS.find(({ id }) => recording === `sound:${id}`)?.id;
}
