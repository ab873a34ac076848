import { EspeakEngine, type EspeakOptions } from './espeak/espeakEngine.ts';
import { FestivalEngine } from './festival/festivalEngine.ts';
import type { SpeechEngine } from './engine.ts';
import { ModelEngine, type ModelOptions } from './model/modelEngine.ts';

export interface StandardOptions {
  readonly espeak?: EspeakOptions;
  /** Where a school puts voice models; none are looked for without it. */
  readonly models?: ModelOptions | undefined;
}

/** The engines every school has, the one that always works first. */
export function standardEngines({ espeak = {}, models }: StandardOptions = {}): SpeechEngine[] {
  return [new EspeakEngine(espeak), new FestivalEngine(), ...(models ? [new ModelEngine(models)] : [])];
}
