import type { PoolFailure } from '@aurelfield/pool';
import { SpeechError } from './engine.ts';

/** The failure of a pool of speech engines, in words for teachers. */
export function speechFailure({ kind, message }: PoolFailure): SpeechError {
  const words: Readonly<Record<PoolFailure['kind'], string>> = {
    timeout: 'The voice took too long to answer. Try again.',
    crash: `The speech engine stopped while saying this sentence. (${message})`,
    failed: message,
    stopped: 'The speech engine was stopped.',
  };
  return new SpeechError(kind, words[kind]);
}
