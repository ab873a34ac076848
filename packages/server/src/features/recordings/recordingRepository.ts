import {
  DOUBTFUL_WORD,
  type RecordedSentence,
  type RecordingChange,
  type RecordingSummary,
} from '@aurelfield/api';
import type { Edit } from '@aurelfield/core/timeline';
import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database } from '../../db/database.ts';
import { handouts, jobs, recordings } from '../../db/schema/index.ts';
import { notFound, AppError } from '../../appError.ts';

export type RecordingRow = typeof recordings.$inferSelect;
type NewRecording = Pick<
  typeof recordings.$inferInsert,
  'schoolId' | 'handoutId' | 'name' | 'origin' | 'scope' | 'sampleRate' | 'state'
>;

/** What aligning finds out about a recording. */
export interface AlignedRecording {
  readonly samples: number;
  readonly sampleRate: number;
  readonly sentences: readonly RecordedSentence[];
  readonly loudness: number;
  readonly floor: readonly number[];
}

/** Recordings: all their SQL. */
export class RecordingRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  async add(values: NewRecording): Promise<RecordingRow> {
    const [row] = await this.#db.insert(recordings).values(values).returning();
    if (!row) throw new Error('The recording was not stored.');
    return row;
  }

  /** @throws AppError when the school has no such recording, or its handout is deleted. */
  async get(schoolId: string, id: string): Promise<RecordingRow> {
    const [row] = await this.#db
      .select({ recording: recordings })
      .from(recordings)
      .innerJoin(handouts, and(eq(handouts.id, recordings.handoutId), isNull(handouts.deletedAt)))
      .where(and(eq(recordings.id, id), eq(recordings.schoolId, schoolId), isNull(recordings.deletedAt)));
    if (!row) throw notFound('This recording');
    return row.recording;
  }

  /** One whatever became of it: a reading may have been planned with it before. */
  async find(id: string): Promise<RecordingRow | undefined> {
    const [row] = await this.#db.select().from(recordings).where(eq(recordings.id, id));
    return row;
  }

  /** The recordings of a handout, the newest first. */
  async list(schoolId: string, handoutId: string): Promise<RecordingSummary[]> {
    const rows = await this.#db
      .select({ recording: recordings, job: jobs })
      .from(recordings)
      .leftJoin(jobs, eq(jobs.id, recordings.jobId))
      .where(
        and(
          eq(recordings.schoolId, schoolId),
          eq(recordings.handoutId, handoutId),
          isNull(recordings.deletedAt),
        ),
      )
      .orderBy(desc(recordings.createdAt), asc(recordings.id));
    return rows.map(({ recording, job }) => toSummary(recording, job ?? undefined));
  }

  async summary(schoolId: string, id: string): Promise<RecordingSummary> {
    return this.summaryOf(await this.get(schoolId, id));
  }

  /** The summary of a row that was read before. */
  async summaryOf(row: RecordingRow): Promise<RecordingSummary> {
    const [job] = row.jobId ? await this.#db.select().from(jobs).where(eq(jobs.id, row.jobId)) : [];
    return toSummary(row, job);
  }

  /** Those of a handout that are heard in readings, the newest first. */
  async inUse(schoolId: string, handoutId: string): Promise<RecordingRow[]> {
    return this.#db
      .select()
      .from(recordings)
      .where(
        and(
          eq(recordings.schoolId, schoolId),
          eq(recordings.handoutId, handoutId),
          eq(recordings.state, 'ready'),
          sql`${recordings.use} <> 'nothing'`,
          isNull(recordings.deletedAt),
        ),
      )
      .orderBy(desc(recordings.createdAt), asc(recordings.id));
  }

  /** Notes that a part has come. */
  async partCame(id: string, part: number): Promise<void> {
    await this.#db
      .update(recordings)
      .set({ parts: sql`greatest(${recordings.parts}, ${part + 1})` })
      .where(eq(recordings.id, id));
  }

  /** Gives it to a job to be aligned. */
  async setAligning(db: Database, id: string, jobId: string): Promise<void> {
    await db
      .update(recordings)
      .set({ state: 'aligning', jobId, code: null, error: null })
      .where(eq(recordings.id, id));
  }

  async setScope(id: string, scope: RecordingRow['scope']): Promise<void> {
    await this.#db.update(recordings).set({ scope }).where(eq(recordings.id, id));
  }

  /** Notes how long its sound is, as soon as that is known. */
  async setSound(
    id: string,
    values: Pick<AlignedRecording, 'samples' | 'sampleRate' | 'loudness' | 'floor'>,
  ): Promise<void> {
    await this.#db
      .update(recordings)
      .set({ ...values, loudness: Number.isFinite(values.loudness) ? values.loudness : null })
      .where(eq(recordings.id, id));
  }

  /**
   * Stores what aligning found. Edits, and words that a teacher has set, stay; the revision rises, so that an
   * open window cannot save over it.
   */
  async setAligned(id: string, found: readonly RecordedSentence[]): Promise<void> {
    await this.#db.transaction(async (tx) => {
      const [row] = await tx.select().from(recordings).where(eq(recordings.id, id)).for('update');
      if (!row) return;
      const sentences = withSetWords(found, row.sentences);
      await tx
        .update(recordings)
        .set({
          state: 'ready',
          sentences,
          revision: row.sentences.length === 0 ? row.revision : row.revision + 1,
          content: contentOf(row.edits, sentences),
        })
        .where(eq(recordings.id, id));
    });
  }

  async setFailed(id: string, code: string, error: string): Promise<void> {
    await this.#db.update(recordings).set({ state: 'failed', code, error }).where(eq(recordings.id, id));
  }

  async change(schoolId: string, id: string, change: RecordingChange): Promise<void> {
    await this.get(schoolId, id);
    await this.#db.update(recordings).set(change).where(eq(recordings.id, id));
  }

  /** Keeps its edits, or its words, or both. @throws AppError when somebody has changed it since. */
  async save(
    row: RecordingRow,
    revision: number,
    { edits = row.edits, sentences = row.sentences }: Partial<Pick<RecordingRow, 'edits' | 'sentences'>>,
  ): Promise<number> {
    const changed = await this.#db
      .update(recordings)
      .set({ edits, sentences, revision: revision + 1, content: contentOf(edits, sentences) })
      .where(and(eq(recordings.id, row.id), eq(recordings.revision, revision)))
      .returning({ id: recordings.id });
    if (changed.length === 0)
      throw new AppError(
        'changed',
        'This recording was changed in another window. Reload it, then do your last step again.',
      );
    return revision + 1;
  }

  /** Takes it away; it can be brought back. */
  async remove(schoolId: string, id: string): Promise<void> {
    await this.get(schoolId, id);
    await this.#db.update(recordings).set({ deletedAt: new Date() }).where(eq(recordings.id, id));
  }

  /** @throws AppError when there is nothing to bring back. */
  async restore(schoolId: string, id: string): Promise<void> {
    const back = await this.#db
      .update(recordings)
      .set({ deletedAt: null })
      .where(and(eq(recordings.id, id), eq(recordings.schoolId, schoolId), isNotNull(recordings.deletedAt)))
      .returning({ id: recordings.id });
    if (back.length === 0) throw notFound('This recording');
  }
}

/**
 * The sentences that were found, with the words that a teacher has set in sentences that still read the same.
 */
function withSetWords(
  found: readonly RecordedSentence[],
  before: readonly RecordedSentence[],
): readonly RecordedSentence[] {
  const written = ({ words }: RecordedSentence) => JSON.stringify(words.map(({ spoken }) => spoken));
  const known = new Map(before.map((sentence) => [`${sentence.block} ${written(sentence)}`, sentence]));
  return found.map((sentence) => {
    const same = known.get(`${sentence.block} ${written(sentence)}`);
    if (!same) return sentence;
    const words = sentence.words.map((word, nth) => {
      const old = same.words[nth];
      return old?.isSet
        ? { ...word, from: old.from, to: old.to, confidence: old.confidence, isSet: true }
        : word;
    });
    return { ...sentence, words };
  });
}

function contentOf(edits: readonly Edit[], sentences: readonly RecordedSentence[]): string {
  return createHash('sha256')
    .update(JSON.stringify([edits, sentences]))
    .digest('hex')
    .slice(0, 12);
}

function toSummary(row: RecordingRow, job: typeof jobs.$inferSelect | undefined): RecordingSummary {
  const words = row.sentences.flatMap((sentence) => sentence.words);
  return {
    id: row.id,
    handoutId: row.handoutId,
    name: row.name,
    origin: row.origin,
    state: row.state,
    code: row.code,
    error: row.error,
    job:
      row.state === 'aligning' && job
        ? { id: job.id, state: job.state, done: job.done, total: job.total }
        : null,
    sampleRate: row.sampleRate,
    samples: row.samples,
    parts: row.parts,
    use: row.use,
    sentences: row.sentences.length,
    words: words.length,
    missing: words.filter(({ from }) => from === null).length,
    doubtful: words.filter(({ from, confidence }) => from !== null && confidence < DOUBTFUL_WORD).length,
    createdAt: row.createdAt.toISOString(),
  };
}
