import { scheduledSentence } from '@aurelfield/core/timeline';
import type { ClipRepository } from './clipRepository.ts';
import type { ReadingRow, ReadingRepository } from './readingRepository.ts';

const PAGE = 500;

/**
 * How much of a reading is made. It is counted when something may have changed (a reading is opened, its
 * making begins or ends, a listener had something made) and kept on its row, where everybody reads it.
 */
export class ReadingProgress {
  readonly #readings: ReadingRepository;
  readonly #clips: ClipRepository;

  constructor(readings: ReadingRepository, clips: ClipRepository) {
    this.#readings = readings;
    this.#clips = clips;
  }

  /** Whether every sentence is planned and made. */
  isComplete({ planned, made, sentences }: Pick<ReadingRow, 'planned' | 'made' | 'sentences'>): boolean {
    return planned && made >= sentences;
  }

  /** Counts, and measures a reading that has become complete. */
  async refresh(row: ReadingRow): Promise<ReadingRow> {
    const made = await this.#readings.countMade(row.id);
    const isComplete = this.isComplete({ ...row, made });
    if (made === row.made && isComplete === (row.samples > 0 || row.sentences === 0)) return row;
    const samples = isComplete ? (row.samples > 0 ? row.samples : await this.#measure(row)) : 0;
    await this.#readings.setMade(row.id, made, samples);
    return { ...row, made, samples };
  }

  /** Notes how far its making has come, without counting. */
  note(row: ReadingRow, made: number): Promise<void> {
    return this.#readings.setMade(row.id, Math.min(made, row.sentences), 0);
  }

  /** Samples of the whole, pauses included, page by page. */
  async #measure({ id, schoolId, sentences, sampleRate }: ReadingRow): Promise<number> {
    let samples = 0;
    for (let from = 0; from < sentences; from += PAGE) {
      const page = await this.#readings.sentences(id, from, from + PAGE);
      const clips = await this.#clips.find(
        schoolId,
        page.map(({ clipKey }) => clipKey),
      );
      for (const sentence of page) {
        const clip = clips.get(sentence.clipKey);
        // One that was taken away meanwhile: it will be measured when it is made again.
        if (!clip) return 0;
        const scheduled = scheduledSentence({ ...sentence, words: [] }, clip.facts, { sampleRate, gain: 0 });
        samples += scheduled.samples + scheduled.pauseAfter;
      }
    }
    return samples;
  }
}
