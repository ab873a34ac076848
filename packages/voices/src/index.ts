/**
 * Speech engines behind one interface. Each adapter has a folder; engines run in worker threads or child
 * processes.
 */
export { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from './engine.ts';
export { VoiceRegistry } from './registry.ts';
export { resampleClip } from './clip/resampleClip.ts';
export { factsOfClip } from './clip/factsOfClip.ts';
export { EspeakEngine } from './espeak/espeakEngine.ts';
export { FliteEngine } from './flite/fliteEngine.ts';
export { FestivalEngine } from './festival/festivalEngine.ts';
export { chargedCharacters, PricedEngine } from './priced/pricedEngine.ts';
export { costOf } from './priced/price.ts';
export { speechRequestSchema, type Account } from './priced/wire.ts';
export { standardEngines } from './standardEngines.ts';
