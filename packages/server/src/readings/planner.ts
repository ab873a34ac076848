import { Lexicon, planHandout, type PlannedSentence } from '@aurelfield/core';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { HandoutStore } from '../handouts/handoutStore.ts';
import type { ReadingRow, ReadingStore } from './readingStore.ts';

const FIRST_BATCH = 20;
const BATCH = 200;
const TURN_MILLISECONDS = 12;

/** Plans readings sentence by sentence in batches of whole blocks, one planning at a time for each reading; goes on where it was stopped. */
export class Planner {
  readonly #readings: ReadingStore;
  readonly #handouts: HandoutStore;
  readonly #busy = new Map<string, Promise<ReadingRow>>();

  constructor(readings: ReadingStore, handouts: HandoutStore) {
    this.#readings = readings;
    this.#handouts = handouts;
  }

  /** Plans until the first sentences are there, so that sound can begin. */
  async begin(reading: ReadingRow): Promise<ReadingRow> {
    const current = await this.#alone(reading, (fresh) =>
      fresh.planned || fresh.sentences > 0 ? fresh : this.#plan(fresh, 1),
    );
    return current;
  }

  /** Plans to the end. Rejects with the signal's reason when cancelled; what is planned stays. */
  async finish(reading: ReadingRow, signal?: AbortSignal): Promise<ReadingRow> {
    return this.#alone(reading, (fresh) => (fresh.planned ? fresh : this.#plan(fresh, Infinity, signal)));
  }

  async #alone(
    reading: ReadingRow,
    work: (fresh: ReadingRow) => ReadingRow | Promise<ReadingRow>,
  ): Promise<ReadingRow> {
    const before = this.#busy.get(reading.id) ?? Promise.resolve();
    const turn = before
      .catch(() => undefined)
      .then(async () => work(await this.#readings.get(reading.schoolId, reading.id)));
    this.#busy.set(reading.id, turn);
    try {
      return await turn;
    } finally {
      if (this.#busy.get(reading.id) === turn) this.#busy.delete(reading.id);
    }
  }

  async #plan(reading: ReadingRow, batches: number, signal?: AbortSignal): Promise<ReadingRow> {
    const blocks = await this.#handouts.blocks(reading.schoolId, reading.handoutId);
    const lexicon = reading.lexicon.length > 0 ? new Lexicon(reading.lexicon) : undefined;
    const voice = { id: reading.voice, engineVersion: reading.engineVersion };
    let position = reading.sentences;
    let nextBlock = reading.plannedBlocks;
    let since = performance.now();
    for (let done = 0; done < batches && nextBlock < blocks.length; done++) {
      const batch: PlannedSentence[] = [];
      const wanted = position === 0 ? FIRST_BATCH : BATCH;
      while (batch.length < wanted && nextBlock < blocks.length) {
        signal?.throwIfAborted();
        // One block at a time: the plan of a block does not depend on the blocks before it.
        for (const sentence of planHandout(blocks, reading.language, voice, reading.settings, {
          firstBlock: nextBlock,
          lexicon,
          occurrences: reading.occurrences,
          passageVoices: reading.passageVoices,
        })) {
          if (sentence.block !== nextBlock) break;
          batch.push(sentence);
        }
        nextBlock += 1;
        if (performance.now() - since > TURN_MILLISECONDS) {
          await nextTurn();
          since = performance.now();
        }
      }
      await this.#readings.addSentences(reading, position, batch, nextBlock, nextBlock >= blocks.length);
      position += batch.length;
    }
    return this.#readings.get(reading.schoolId, reading.id);
  }
}
