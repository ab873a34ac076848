/**
 * Samples of a frame, the step from one to the next, and how far before it the quiet is looked for, in
 * seconds.
 */
const FRAME = 0.003;
const STEP = 0.001;
const BEFORE = 0.012;
/** So many times more energy than before it has the burst of a stop. */
const CLEAR = 4;
/** Energy of a frame that counts for nothing, per sample (of 32768, squared). */
const FLOOR = 400;

/**
 * Where a stop is heard: its closure is silence or a murmur, and what the ear takes for its beginning is the
 * burst that ends it. The place in `pcm` between `from` and `to` at which the energy of what is high in the
 * sound rises most.
 * @returns a sample; `from` where there is no clear burst.
 */
export function burstIn(pcm: Int16Array, from: number, to: number, sampleRate: number): number {
  const frame = Math.round(FRAME * sampleRate);
  const step = Math.max(1, Math.round(STEP * sampleRate));
  const before = Math.round(BEFORE * sampleRate);
  let found = from;
  let most = CLEAR;
  for (let at = from; at < to; at += step) {
    const loud = energy(pcm, at, at + frame);
    const quiet = energy(pcm, Math.max(0, at - before), at);
    const rise = loud / quiet;
    // Of a burst and the voice that follows it the first counts.
    if (rise > most * (found === from ? 1 : 1.5)) {
      most = rise;
      found = at;
    }
  }
  return found;
}

/** Mean energy of what is high: of the differences between neighbouring samples. */
function energy(pcm: Int16Array, from: number, to: number): number {
  let sum = 0;
  for (let i = Math.max(1, from); i < to; i++) sum += ((pcm[i] ?? 0) - (pcm[i - 1] ?? 0)) ** 2;
  return sum / Math.max(1, to - from) + FLOOR;
}
