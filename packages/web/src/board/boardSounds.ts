/** What a board is doing with its voice. */
export type Speaking = 'silent' | 'fetching' | 'speaking' | 'paused';

/**
 * Decibels above what a sound was made with, when it is to be louder; a limiter keeps it from breaking up.
 */
const LOUDER_DECIBELS = 6;

/**
 * Sounds of a board, ready before they are asked for: each is fetched and decoded once, so that a tap sounds
 * at once. One is heard at a time.
 */
export class BoardSounds {
  readonly #known = new Map<string, Promise<AudioBuffer>>();
  readonly #notify: (speaking: Speaking) => void;
  #context: AudioContext | undefined;
  #gain: GainNode | undefined;
  #source: AudioBufferSourceNode | undefined;
  #asked = 0;

  /** @param tell is called at every change. */
  constructor(notify: (speaking: Speaking) => void) {
    this.#notify = notify;
  }

  /** Has a sound ready. @param key names it; another text or voice is another key. */
  prepare(key: string, fetchSound: () => Promise<ArrayBuffer>): Promise<AudioBuffer> {
    const known = this.#known.get(key);
    if (known) return known;
    const sound = fetchSound().then((bytes) => this.#audio().decodeAudioData(bytes));
    this.#known.set(key, sound);
    // What failed is tried again the next time.
    sound.catch(() => this.#known.delete(key));
    return sound;
  }

  /** Speaks; what was being said stops. Resolves when it has begun. @throws what the fetching throws. */
  async speak(key: string, fetchSound: () => Promise<ArrayBuffer>): Promise<void> {
    const asked = ++this.#asked;
    this.#silence();
    this.#notify('fetching');
    try {
      const context = this.#audio();
      // iOS calls it `interrupted` after a phone call or another app's sound.
      if (context.state !== 'running') await context.resume();
      const buffer = await this.prepare(key, fetchSound);
      if (asked !== this.#asked) return;
      const source = context.createBufferSource();
      source.buffer = buffer;
      source.connect(this.#gain ?? context.destination);
      source.addEventListener('ended', () => {
        if (this.#source !== source) return;
        this.#source = undefined;
        this.#notify('silent');
      });
      source.start();
      this.#source = source;
      this.#notify('speaking');
    } catch (error) {
      if (asked === this.#asked) this.#notify('silent');
      throw error;
    }
  }

  /** Holds a long text, or goes on with it. */
  async togglePause(): Promise<void> {
    const context = this.#context;
    if (!context || !this.#source) return;
    if (context.state === 'running') {
      await context.suspend();
      this.#notify('paused');
    } else {
      await context.resume();
      this.#notify('speaking');
    }
  }

  stop(): void {
    this.#asked += 1;
    this.#silence();
    this.#notify('silent');
  }

  setLouder(isLouder: boolean): void {
    this.#audio();
    if (this.#gain) this.#gain.gain.value = isLouder ? 10 ** (LOUDER_DECIBELS / 20) : 1;
  }

  /** A short click, for each step of scanning. */
  click(): void {
    const context = this.#audio();
    if (context.state !== 'running') return;
    const oscillator = context.createOscillator();
    const envelope = context.createGain();
    oscillator.frequency.value = 880;
    envelope.gain.setValueAtTime(0.08, context.currentTime);
    envelope.gain.exponentialRampToValueAtTime(0.001, context.currentTime + 0.05);
    oscillator.connect(envelope).connect(context.destination);
    oscillator.start();
    oscillator.stop(context.currentTime + 0.06);
  }

  dispose(): void {
    this.#silence();
    void this.#context?.close();
    this.#context = undefined;
  }

  #silence(): void {
    const source = this.#source;
    this.#source = undefined;
    source?.stop();
    if (this.#context?.state === 'suspended' && source) void this.#context.resume();
  }

  #audio(): AudioContext {
    if (this.#context) return this.#context;
    const context = new AudioContext({ latencyHint: 'interactive' });
    const limiter = context.createDynamicsCompressor();
    limiter.threshold.value = -3;
    limiter.ratio.value = 20;
    limiter.attack.value = 0.002;
    const gain = context.createGain();
    gain.connect(limiter).connect(context.destination);
    this.#context = context;
    this.#gain = gain;
    return context;
  }
}
