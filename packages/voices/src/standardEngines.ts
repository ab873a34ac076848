import { EspeakEngine, type EspeakOptions } from './espeak/espeakEngine.ts';
import { FestivalEngine } from './festival/festivalEngine.ts';
import type { SpeechEngine } from './engine.ts';

export interface StandardOptions {
  readonly espeak?: EspeakOptions;
}

/** The engines every school has, the one that always works first. */
export function standardEngines({ espeak = {} }: StandardOptions = {}): SpeechEngine[] {
  return [new EspeakEngine(espeak), new FestivalEngine()];
}
