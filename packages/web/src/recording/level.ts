/** Full scale, in decibels below it: what is quieter is shown as nothing. */
const QUIETEST = -60;
/** So near full scale a sample counts as cut off. */
const CLIPPED = 0.985;
/** Seconds in which the noise of the room is looked for, and how much of it counts. */
const NOISE_SECONDS = 8;

/** How loud the microphone is now, whether it was cut off, and how loud the room is by itself. */
export interface Level {
  /** dB below full scale, −60 to 0. */
  readonly now: number;
  readonly isClipped: boolean;
  /** The quietest tenth of the last seconds, dB below full scale; undefined before two seconds are heard. */
  readonly noise: number | undefined;
}

/** Follows the level of sound that comes in small pieces. */
export class LevelMeter {
  readonly #recent: number[] = [];
  readonly #most: number;
  #clippedFor = 0;

  /** @param piecesPerSecond how many pieces come in a second. */
  constructor(piecesPerSecond: number) {
    this.#most = Math.max(1, Math.round(piecesPerSecond * NOISE_SECONDS));
  }

  /** @param samples from −1 to 1. */
  hear(samples: Float32Array): Level {
    let [sum, peak] = [0, 0];
    for (const sample of samples) {
      sum += sample * sample;
      peak = Math.max(peak, Math.abs(sample));
    }
    const now = Math.max(QUIETEST, 10 * Math.log10(sum / Math.max(1, samples.length) + 1e-12));
    this.#recent.push(now);
    if (this.#recent.length > this.#most) this.#recent.shift();
    // A short overload is shown long enough to be seen.
    this.#clippedFor = peak >= CLIPPED ? this.#most / 4 : Math.max(0, this.#clippedFor - 1);
    const sorted = [...this.#recent].sort((a, b) => a - b);
    return {
      now,
      isClipped: this.#clippedFor > 0,
      noise: this.#recent.length < this.#most / 4 ? undefined : sorted[Math.floor(sorted.length / 10)],
    };
  }
}

/** A room louder than this is heard behind the voice. dB below full scale; common practice, no source. */
export const NOISY_ROOM = -45;
