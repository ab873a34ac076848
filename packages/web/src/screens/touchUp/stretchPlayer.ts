/** A stretch of a recording that is played. */
export interface PlayedStretch {
  readonly address: string;
  /** Sample of the timeline at which it begins. */
  readonly from: number;
  readonly sampleRate: number;
}

/** Plays stretches of a recording and tells at every frame where it is. */
export class StretchPlayer {
  readonly #audio: HTMLAudioElement;
  readonly #onFrame = new Set<(sample: number) => void>();
  readonly #onState = new Set<() => void>();
  #stretch: PlayedStretch | undefined;
  #frame = 0;

  constructor(audio: HTMLAudioElement = new Audio()) {
    this.#audio = audio;
    for (const event of ['playing', 'pause', 'ended', 'error'])
      audio.addEventListener(event, () => {
        for (const listener of this.#onState) listener();
      });
  }

  get isPlaying(): boolean {
    return !this.#audio.paused && !this.#audio.ended;
  }

  /** The sample that is heard now. */
  get sample(): number {
    const stretch = this.#stretch;
    return stretch ? stretch.from + Math.round(this.#audio.currentTime * stretch.sampleRate) : 0;
  }

  /** Plays a stretch from its beginning; what was playing stops. Rejects when it cannot be played. */
  async play(stretch: PlayedStretch): Promise<void> {
    this.#stretch = stretch;
    this.#audio.src = stretch.address;
    await this.#audio.play();
    cancelAnimationFrame(this.#frame);
    const tick = () => {
      if (!this.isPlaying) return;
      for (const listener of this.#onFrame) listener(this.sample);
      this.#frame = requestAnimationFrame(tick);
    };
    tick();
  }

  stop(): void {
    this.#audio.pause();
  }

  /** Ends for good. */
  close(): void {
    this.stop();
    this.#audio.removeAttribute('src');
    this.#onFrame.clear();
    this.#onState.clear();
  }

  onFrame(listener: (sample: number) => void): () => void {
    this.#onFrame.add(listener);
    return () => this.#onFrame.delete(listener);
  }

  onState(listener: () => void): () => void {
    this.#onState.add(listener);
    return () => this.#onState.delete(listener);
  }
}
