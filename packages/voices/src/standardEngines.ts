import { EspeakEngine, type EspeakOptions } from './espeak/espeakEngine.ts';
import { FliteEngine } from './flite/fliteEngine.ts';
import { FestivalEngine, type FestivalOptions } from './festival/festivalEngine.ts';
import type { SpeechEngine } from './engine.ts';
import { ModelEngine, type ModelOptions } from './model/modelEngine.ts';

export interface StandardOptions {
  readonly espeak?: EspeakOptions;
  readonly festival?: FestivalOptions;
  /** Where a school puts voice models; none are looked for without it. */
  readonly models?: ModelOptions | undefined;
}

/** The engines every school has, the one that always works first. */
export function standardEngines({
  espeak = {},
  festival = {},
  models,
}: StandardOptions = {}): SpeechEngine[] {
  const formants = new EspeakEngine(espeak);
  return [
    formants,
    new FestivalEngine(festival),
    new FliteEngine(),
    ...(models ? [new ModelEngine({ compared: formants, ...models })] : []),
  ];
}
