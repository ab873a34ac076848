/**
 * Length of the frames that are placed over each other, and how far from its place one may be taken so that it
 * fits. Seconds: two periods of a low voice, and half a period.
 */
const FRAME = 0.02;
const REACH = 0.006;
/** The best place is first looked for among so few samples, then among all beside it. */
const COARSE = 4;

/**
 * The same sound in another length with its pitch kept: frames that overlap by half are taken from where they
 * fit best near their place (WSOLA, after Verhelst and Roelands 1993). No sound lies farther from its place
 * on a straight line than 6 milliseconds.
 * @param length samples of the result.
 */
export function timeStretched(pcm: Int16Array, sampleRate: number, length: number): Int16Array {
  if (length === pcm.length) return pcm.slice();
  if (pcm.length === 0 || length <= 0) return new Int16Array(Math.max(0, length));
  const half = Math.max(8, Math.round((FRAME * sampleRate) / 2));
  const frame = 2 * half;
  const reach = Math.round(REACH * sampleRate);
  const shape = Float64Array.from(
    { length: frame },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / frame),
  );
  const out = new Float64Array(length);
  let taken: number | undefined;
  for (let at = -half; at < length; at += half) {
    const place = Math.round(((at + half) * pcm.length) / length) - half;
    const from: number = taken === undefined ? place : fitting(pcm, place, taken + half, frame, reach);
    for (let i = Math.max(0, -at); i < frame && at + i < length; i++)
      out[at + i] = (out[at + i] ?? 0) + (pcm[from + i] ?? 0) * (shape[i] ?? 0);
    taken = from;
  }
  return Int16Array.from(out, (sample) => Math.max(-32_768, Math.min(32_767, Math.round(sample))));
}

/** Where near `place` the sound goes on as it does at `natural`. */
function fitting(pcm: Int16Array, place: number, natural: number, frame: number, reach: number): number {
  // What follows of itself lies near enough: nothing sounds better.
  if (Math.abs(natural - place) <= 1) return natural;
  const rough = best(pcm, natural, frame, COARSE, place - reach, place + reach, COARSE);
  return best(pcm, natural, frame, 2, rough - COARSE + 1, rough + COARSE - 1, 1);
}

function best(
  pcm: Int16Array,
  natural: number,
  frame: number,
  every: number,
  from: number,
  to: number,
  step: number,
): number {
  let [found, most] = [Math.round((from + to) / 2), 0];
  for (let candidate = from; candidate <= to; candidate += step) {
    let [product, power] = [0, 1];
    for (let i = 0; i < frame; i += every) {
      const sample = pcm[candidate + i] ?? 0;
      product += sample * (pcm[natural + i] ?? 0);
      power += sample * sample;
    }
    const likeness = product / Math.sqrt(power);
    if (likeness > most) [found, most] = [candidate, likeness];
  }
  return found;
}
