import type { BlockMarks, Decided, LeftOutView, Reading, ReadingSentence, TextView } from '@aurelfield/api';
import { toBlocks } from '@aurelfield/core/text';
import { shapedSentence } from '@aurelfield/core/timeline';
import type { SpeakOptions, VoiceRegistry } from '@aurelfield/voices';
import type { OpenDatabase } from '../../db/database.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import { toJob, type JobRepository } from '../../jobs/jobRepository.ts';
import { notFound, AppError } from '../../appError.ts';
import type { TextRepository } from '../texts/textRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { ClaimRepository } from './claimRepository.ts';
import type { ClipRepository } from './clipRepository.ts';
import { costOfRest } from './cost.ts';
import type { ReadingProgress } from './readingProgress.ts';
import type { ReadingSound, WavSound } from './readingSound.ts';
import type { ReadingRow, ReadingRepository } from './readingRepository.ts';

export interface ReadingServiceDeps {
  readonly database: OpenDatabase;
  readonly texts: TextRepository;
  readonly threads: TextThreads;
  readonly readings: ReadingRepository;
  readonly clips: ClipRepository;
  readonly claims: ClaimRepository;
  readonly sound: ReadingSound;
  readonly progress: ReadingProgress;
  readonly voices: VoiceRegistry;
  readonly jobs: Jobs;
  readonly jobRepository: JobRepository;
}

/** Readings that are open: how far they are, their sentences, their sound. */
export class ReadingService {
  readonly #deps: ReadingServiceDeps;

  constructor(deps: ReadingServiceDeps) {
    this.#deps = deps;
  }

  /** How far a reading is: read off its row. */
  async get(schoolId: string, readingId: string): Promise<Reading> {
    return this.describe(await this.#deps.readings.get(schoolId, readingId));
  }

  /** The text of a reading, as it was when it was opened. */
  async text(schoolId: string, hash: string): Promise<TextView> {
    const text = await this.#deps.texts.find(schoolId, hash);
    if (!text) throw notFound('This text');
    return { hash, language: text.language, blocks: text.blocks.map(withOwnColumnHeaders) };
  }

  /** Syllables and word classes of a text. */
  async marks(schoolId: string, hash: string): Promise<BlockMarks[]> {
    const text = await this.#deps.texts.find(schoolId, hash);
    if (!text) throw notFound('This text');
    return this.#deps.threads.markBlocks(
      text.blocks.map(({ text: written, language }) => ({
        text: written,
        ...(language ? { language } : {}),
      })),
      text.language,
    );
  }

  /** Sentences with the times of those that are made. */
  async sentences(schoolId: string, readingId: string, from: number, to: number): Promise<ReadingSentence[]> {
    const { readings, clips } = this.#deps;
    const reading = await readings.get(schoolId, readingId);
    const rows = await readings.sentences(readingId, from, to);
    const found = await clips.find(
      schoolId,
      rows.map(({ clipKey }) => clipKey),
    );
    return rows.map((row) => toView(shapedSentence(row, found.get(row.clipKey)?.facts, reading.sampleRate)));
  }

  /** The same, but what is missing is made first, before all that is made in advance. */
  async makeSentences(
    schoolId: string,
    readingId: string,
    from: number,
    to: number,
    signal: AbortSignal,
  ): Promise<ReadingSentence[]> {
    const { readings, sound, progress } = this.#deps;
    const reading = await readings.get(schoolId, readingId);
    const span = await sound.span(reading, from, to, listening(signal));
    if (!progress.isComplete(reading)) await progress.refresh(reading);
    return span.sentences.map((row) =>
      toView(shapedSentence(row, span.clips.get(row.clipKey)?.facts, reading.sampleRate)),
    );
  }

  /** The sound of some sentences, pauses after them included; what is missing is made first. */
  async audio(
    schoolId: string,
    readingId: string,
    from: number,
    to: number,
    signal: AbortSignal,
  ): Promise<WavSound> {
    const { readings, sound } = this.#deps;
    const reading = await readings.get(schoolId, readingId);
    const span = await sound.span(reading, from, to, listening(signal));
    if (span.sentences.length === 0) throw new AppError('no-sentence', 'The reading has no such sentences.');
    return sound.wav(reading, span);
  }

  /** Has the rest of a reading made. */
  async make(schoolId: string, readingId: string): Promise<Reading> {
    const { readings, jobs } = this.#deps;
    const reading = await readings.get(schoolId, readingId);
    await jobs.begin({ schoolId, payload: { kind: 'reading', readingId: reading.id } });
    return this.describe(reading);
  }

  /** Agrees to what the rest of a reading costs, and has it made. */
  async agree(schoolId: string, readingId: string): Promise<Reading> {
    const { database, readings, jobs } = this.#deps;
    const { id } = await readings.get(schoolId, readingId);
    await database.transaction(async (tx) => {
      await readings.agreeToCost(tx, schoolId, id);
      await jobs.enqueue(tx, { schoolId, payload: { kind: 'reading', readingId: id } });
    });
    return this.get(schoolId, id);
  }

  /** What the text shows and this reading does not say. */
  async leftOut(schoolId: string, readingId: string): Promise<LeftOutView[]> {
    const { readings, texts, threads } = this.#deps;
    const reading = await readings.get(schoolId, readingId);
    const text = await texts.get(schoolId, reading.textHash);
    return threads.leftOut(toBlocks(text.blocks), text.language, reading.settings.choices);
  }

  /** Entries that this reading was planned with. */
  async decided(schoolId: string, readingId: string): Promise<Decided> {
    const { lexicon, places } = await this.#deps.readings.get(schoolId, readingId);
    return {
      entries: lexicon.map(({ written, said, caseSensitive }) => ({ written, said, caseSensitive })),
      places: places.map(({ block, start }) => ({ block, start })),
    };
  }

  async describe(row: ReadingRow): Promise<Reading> {
    const { voices, jobRepository, texts, progress } = this.#deps;
    const voice = voices.find(row.voice);
    if (!voice)
      throw new AppError(
        'voice-gone',
        'The voice of this reading is not installed any more. Choose another one for the pupil.',
      );
    const [job, cost, { language }] = await Promise.all([
      jobRepository.latest(row.id, 'reading'),
      costOfRest(row, this.#deps),
      texts.get(row.schoolId, row.textHash),
    ]);
    return {
      id: row.id,
      handoutId: row.handoutId,
      pupilId: row.pupilId,
      textHash: row.textHash,
      retired: row.retiredAt !== null,
      voice: { ...voice },
      language,
      sampleRate: row.sampleRate,
      pace: row.settings.pace,
      sentences: row.sentences,
      planned: row.planned,
      made: row.made,
      duration: progress.isComplete(row) ? row.samples / row.sampleRate : null,
      job: job ? toJob(job) : null,
      cost,
    };
  }
}

function listening(signal: AbortSignal): SpeakOptions {
  return { priority: 'listening', signal };
}

/** Plain data for the answer. */
function toView(sentence: ReturnType<typeof shapedSentence>): ReadingSentence {
  return {
    ...sentence,
    words: [...sentence.words],
    times: sentence.times?.map(([from, to]) => [from, to]) ?? null,
  };
}

function withOwnColumnHeaders<T extends { readonly columnHeaders?: readonly string[] }>({
  columnHeaders,
  ...block
}: T) {
  return { ...block, ...(columnHeaders ? { columnHeaders: [...columnHeaders] } : {}) };
}
