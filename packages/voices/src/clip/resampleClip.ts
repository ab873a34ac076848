import type * as Samplerate from '@alexanderolsen/libsamplerate-js';
import { createRequire } from 'node:module';
import type { SpokenClip } from '../engine.ts';

const FULL_SCALE = 32_768;

/**
 * Required, not imported: the package is of the older kind, whose exports Node does not see by name. Loaded
 * when it is needed.
 */
const library = () => createRequire(import.meta.url)('@alexanderolsen/libsamplerate-js') as typeof Samplerate;

/**
 * The same clip at another sample rate: a voice's sound for a reading whose main voice has another one. Times
 * in seconds stay, times in samples are carried over.
 */
export async function resampleClip(clip: SpokenClip, sampleRate: number): Promise<SpokenClip> {
  if (clip.sampleRate === sampleRate) return clip;
  const { ConverterType, create } = library();
  const converter = await create(1, clip.sampleRate, sampleRate, {
    converterType: ConverterType.SRC_SINC_FASTEST,
  });
  const ratio = sampleRate / clip.sampleRate;
  const length = Math.round(clip.pcm.length * ratio);
  const pcm = new Int16Array(length);
  try {
    const found = converter.full(Float32Array.from(clip.pcm, (sample) => sample / FULL_SCALE));
    for (let i = 0; i < Math.min(length, found.length); i++)
      pcm[i] = Math.max(-FULL_SCALE, Math.min(FULL_SCALE - 1, Math.round((found[i] ?? 0) * FULL_SCALE)));
  } finally {
    converter.destroy();
  }
  return {
    sampleRate,
    pcm,
    duration: length / sampleRate,
    words: clip.words,
    ...(clip.spelledWords ? { spelledWords: clip.spelledWords } : {}),
    ...(clip.trailingSilence === undefined
      ? {}
      : { trailingSilence: Math.round(clip.trailingSilence * ratio) }),
    cuts: clip.cuts.map((cut) => Math.min(length, Math.round(cut * ratio))),
  };
}
