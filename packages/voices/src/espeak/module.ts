// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- packages that read this source need the declaration too
/// <reference path="./espeak-ng-emscripten.d.ts" />
import loadModule from '@echogarden/espeak-ng-emscripten';

/** An event of the engine: positions in the text are 1-based characters, in the audio milliseconds. */
export interface EspeakEvent {
  readonly type: string;
  readonly text_position: number;
  readonly word_length: number;
  readonly audio_position: number;
  readonly id?: string | number;
}

/** The engine as its WebAssembly build offers it. */
export interface Espeak {
  set_voice(identifier: string): number;
  set_rate(rate: number): number;
  set_pitch(pitch: number): number;
  synthesize(text: string, onAudio: (pcm: Int16Array, events: EspeakEvent[]) => boolean): void;
}

/** Loads the engine; takes about 0.1 s, and its first sentence is slow. */
export async function loadEspeak(): Promise<Espeak> {
  const module = (await loadModule()) as { eSpeakNGWorker: new () => Espeak };
  return new module.eSpeakNGWorker();
}

export const ESPEAK_SAMPLE_RATE = 22_050;
