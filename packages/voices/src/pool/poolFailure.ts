import { SpeechError } from '../engine.ts';

/** Why a pool could not carry out a task. It says nothing about the work itself: whoever owns the pool knows what that was. */
export class PoolFailure extends Error {
  override readonly name = 'PoolFailure';
  readonly kind: 'timeout' | 'crash' | 'failed' | 'stopped';

  constructor(kind: PoolFailure['kind'], message: string) {
    super(message);
    this.kind = kind;
  }
}

/** The same for a pool of speech engines, in words for teachers. */
export function speechFailure({ kind, message }: PoolFailure): SpeechError {
  const words: Readonly<Record<PoolFailure['kind'], string>> = {
    timeout: 'The voice took too long to answer. Try again.',
    crash: `The speech engine stopped while saying this sentence. (${message})`,
    failed: message,
    stopped: 'The speech engine was stopped.',
  };
  return new SpeechError(kind, words[kind]);
}
