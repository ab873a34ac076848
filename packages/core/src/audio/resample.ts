/** Zero crossings of the sinc on each side. */
const CROSSINGS = 16;

/**
 * The same sound in another number of samples, by a windowed sinc (Hann) that lets nothing through that the
 * fewer samples cannot hold: played at the old rate it is higher or lower.
 * @param length samples of the result.
 */
export function resampled(pcm: Int16Array, length: number): Int16Array {
  if (length === pcm.length) return pcm.slice();
  const step = pcm.length / Math.max(1, length);
  const cutoff = Math.min(1, 1 / step);
  const width = CROSSINGS / cutoff;
  const out = new Int16Array(Math.max(0, length));
  for (let i = 0; i < out.length; i++) {
    const centre = i * step;
    let [sum, weights] = [0, 0];
    for (let k = Math.ceil(centre - width); k <= centre + width; k++) {
      const x = k - centre;
      const weight = sinc(x * cutoff) * (0.5 + 0.5 * Math.cos((Math.PI * x) / width));
      sum += weight * (pcm[k] ?? 0);
      weights += weight;
    }
    out[i] = Math.max(-32_768, Math.min(32_767, Math.round(sum / weights)));
  }
  return out;
}

function sinc(x: number): number {
  return Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
}
