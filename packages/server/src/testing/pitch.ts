/** Frames a second at which the pitch is looked for, and how long each is. */
const [HOP, FRAME] = [0.06, 0.04];
/** A frame that resembles itself less than this after one period has no pitch. */
const VOICED = 0.75;

/**
 * The median pitch of speech in hertz, by normalised autocorrelation between 60 and 400 Hz; for tests that
 * measure.
 */
export function medianPitch(pcm: Int16Array, sampleRate: number): number {
  const size = Math.round(FRAME * sampleRate);
  const found: number[] = [];
  for (let at = 0; at + 2 * size < pcm.length; at += Math.round(HOP * sampleRate)) {
    let energy = 0;
    for (let i = 0; i < size; i++) energy += (pcm[at + i] ?? 0) ** 2;
    if (energy / size < 250_000) continue;
    const scores: number[] = [];
    const [shortest, longest] = [Math.floor(sampleRate / 400), Math.ceil(sampleRate / 60)];
    for (let lag = shortest; lag <= longest; lag++) {
      let [sum, other] = [0, 0];
      for (let i = 0; i < size; i++) {
        sum += (pcm[at + i] ?? 0) * (pcm[at + i + lag] ?? 0);
        other += (pcm[at + i + lag] ?? 0) ** 2;
      }
      scores.push(sum / Math.sqrt(energy * other + 1));
    }
    const best = Math.max(...scores);
    if (best < VOICED) continue;
    // The shortest period that is nearly as good: multiples of it resemble it too.
    const lag = scores.findIndex(
      (score, i) => score > best * 0.92 && score >= (scores[i - 1] ?? 0) && score >= (scores[i + 1] ?? 0),
    );
    if (lag >= 0) found.push(sampleRate / (shortest + lag));
  }
  found.sort((a, b) => a - b);
  return found[Math.floor(found.length / 2)] ?? 0;
}
