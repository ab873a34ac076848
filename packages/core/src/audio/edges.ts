/** Ramps the first and last samples so that a cut makes no click. Changes `pcm` in place. */
export function fadeEdges(pcm: Int16Array, samples: number): void {
  const length = Math.min(samples, Math.floor(pcm.length / 2));
  for (let i = 0; i < length; i++) {
    const gain = i / length;
    pcm[i] = Math.round((pcm[i] ?? 0) * gain);
    pcm[pcm.length - 1 - i] = Math.round((pcm[pcm.length - 1 - i] ?? 0) * gain);
  }
}

/** Index after the last sample louder than `threshold` (of 32768), or `from` when all is quieter. */
export function lastLoud(pcm: Int16Array, from: number, to: number, threshold: number): number {
  for (let i = to - 1; i >= from; i--) if (Math.abs(pcm[i] ?? 0) > threshold) return i + 1;
  return from;
}

/** Index of the first sample louder than `threshold` (of 32768), or `to` when all is quieter. */
export function firstLoud(pcm: Int16Array, from: number, to: number, threshold: number): number {
  for (let i = from; i < to; i++) if (Math.abs(pcm[i] ?? 0) > threshold) return i;
  return to;
}
