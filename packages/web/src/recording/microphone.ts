import { LevelMeter, type Level } from './level.ts';

/** Seconds of a part: at most so much is lost when everything ends at once. */
const PART_SECONDS = 0.5;
/** Level updates a second. */
const LEVELS = 20;

export interface MicrophoneOptions {
  /** Samples a second; the device’s own without it. */
  readonly sampleRate?: number | undefined;
  readonly onLevel: (level: Level) => void;
  /** A part of the recording, 16-bit samples; only while it records. */
  readonly onPart: (pcm: ArrayBuffer) => void;
  /** The microphone was taken away. */
  readonly onEnded: () => void;
}

/** The microphone: measures its level, and records in parts. */
export class Microphone {
  readonly sampleRate: number;
  readonly #context: AudioContext;
  readonly #stream: MediaStream;
  readonly #options: MicrophoneOptions;
  readonly #part: Int16Array;
  #filled = 0;
  #records = false;
  #heard: Float32Array;
  #hearing = 0;
  readonly #meter = new LevelMeter(LEVELS);

  private constructor(context: AudioContext, stream: MediaStream, options: MicrophoneOptions) {
    this.#context = context;
    this.#stream = stream;
    this.#options = options;
    this.sampleRate = context.sampleRate;
    this.#part = new Int16Array(Math.round(PART_SECONDS * this.sampleRate));
    this.#heard = new Float32Array(Math.round(this.sampleRate / LEVELS));
  }

  /** Opens the microphone. @throws Error with words for people when there is none or it may not be used. */
  static async open(options: MicrophoneOptions): Promise<Microphone> {
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    if (!devices)
      throw new Error(
        'This browser gives no microphone to this address. Open Aurelfield as “localhost” or over https, then try again.',
      );
    const stream = await devices
      .getUserMedia({
        audio: { channelCount: 1, echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      })
      .catch((error: unknown) => {
        throw new Error(reasonOf(error));
      });
    const context = new AudioContext(
      options.sampleRate === undefined ? {} : { sampleRate: options.sampleRate },
    );
    const microphone = new Microphone(context, stream, options);
    await context.audioWorklet.addModule('/recorder-tap.js');
    await context.resume();
    const tap = new AudioWorkletNode(context, 'recorder-tap', { numberOfOutputs: 0 });
    tap.port.onmessage = ({ data }: MessageEvent<Float32Array>) => microphone.#hear(data);
    context.createMediaStreamSource(stream).connect(tap);
    for (const track of stream.getTracks()) track.addEventListener('ended', options.onEnded);
    return microphone;
  }

  record(): void {
    this.#records = true;
  }

  /** Ends recording and delivers the last part. */
  pause(): void {
    if (!this.#records) return;
    this.#records = false;
    if (this.#filled > 0) this.#options.onPart(this.#part.slice(0, this.#filled).buffer);
    this.#filled = 0;
  }

  async close(): Promise<void> {
    this.pause();
    for (const track of this.#stream.getTracks()) track.stop();
    await this.#context.close();
  }

  #hear(samples: Float32Array): void {
    for (const sample of samples) {
      this.#heard[this.#hearing++] = sample;
      if (this.#hearing === this.#heard.length) {
        this.#options.onLevel(this.#meter.hear(this.#heard));
        this.#hearing = 0;
      }
      if (!this.#records) continue;
      this.#part[this.#filled++] = Math.max(-32_768, Math.min(32_767, Math.round(sample * 32_767)));
      if (this.#filled === this.#part.length) {
        this.#options.onPart(this.#part.slice().buffer);
        this.#filled = 0;
      }
    }
  }
}

function reasonOf(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The browser was not allowed to use the microphone. Allow it for this page, then try again.';
  if (name === 'NotFoundError') return 'No microphone is connected. Connect one, then try again.';
  return 'The microphone cannot be used: another program may have it. Close that, then try again.';
}
