import { alignWords, type Alignment, type KnownSpeech } from '@aurelfield/core/alignment';
import { RunnerPool, threadRunner } from '@aurelfield/pool';
import type { TextRequest } from '../../threads/textWorker.ts';

/** Lays a recording beside known speech, both at 16,000 samples a second. */
export type Align = (known: KnownSpeech, recording: Int16Array, signal: AbortSignal) => Promise<Alignment>;

/** An hour and a half of sound takes some ten minutes. */
const TIMEOUT = 45 * 60_000;

/**
 * Aligns in a thread of its own, which is started when it is needed: it counts for minutes, and nobody else
 * should wait for it.
 */
export class AlignThread {
  readonly #pool: RunnerPool<TextRequest, unknown>;
  #started: Promise<void> | undefined;

  constructor(script: URL | undefined) {
    this.#pool = new RunnerPool(
      threadRunner<TextRequest, unknown>(script ?? new URL('../../threads/textWorker.ts', import.meta.url)),
      { size: 1 },
    );
  }

  readonly align: Align = async (known, recording, signal) => {
    await (this.#started ??= this.#pool.start());
    return (await this.#pool.run(
      { task: 'alignSpeech', args: [known, recording] },
      { timeout: TIMEOUT, signal },
    )) as Alignment;
  };

  async stop(): Promise<void> {
    if (this.#started) await this.#pool.stop();
  }
}

/** The same without a thread, for tests. */
export const alignHere: Align = (known, recording) =>
  Promise.resolve().then(() => alignWords(known, recording));
