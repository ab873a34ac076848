/** A stretch of a recording that is played. */
export interface PlayedSpan {
  readonly address: string;
  /** Sample of the timeline at which it begins. */
  readonly from: number;
  readonly sampleRate: number;
}

/** Plays stretches of a recording and tells at every frame where it is. */
export class SpanPlayer {
  readonly #audio: HTMLAudioElement;
  readonly #onFrame = new Set<(sample: number) => void>();
  readonly #onState = new Set<() => void>();
  #span: PlayedSpan | undefined;
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
    const span = this.#span;
    return span ? span.from + Math.round(this.#audio.currentTime * span.sampleRate) : 0;
  }

  /** Plays a stretch from its beginning; what was playing stops. Rejects when it cannot be played. */
  async play(span: PlayedSpan): Promise<void> {
    this.#span = span;
    this.#audio.src = span.address;
    await this.#audio.play();
    cancelAnimationFrame(this.#frame);
    const step = () => {
      if (!this.isPlaying) return;
      for (const listener of this.#onFrame) listener(this.sample);
      this.#frame = requestAnimationFrame(step);
    };
    step();
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
