import type { Alignment, KnownSpeech } from '@aurelfield/core/alignment';

/** One sentence for a model. */
export interface ModelRequest {
  readonly text: string;
  /** 1 is the model's own. */
  readonly speed: number;
  /** Semitones. */
  readonly pitch: number;
  /** The same words as a voice says them whose times are known; without it no word is looked for. */
  readonly known: KnownSpeech | undefined;
}

export interface ModelResponse {
  readonly pcm: Int16Array;
  readonly sampleRate: number;
  /** Where the known words are in the sound. */
  readonly alignment: Alignment | undefined;
}
