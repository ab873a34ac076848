import type { StudyMark, StudyMarkInput } from '@aurelfield/api';
import type { TextBlock } from '@aurelfield/core/text';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { studyMarks } from '../../db/schema/index.ts';
import { notFound, AppError } from '../../appError.ts';
import { placeNear } from '../texts/placeNear.ts';

const MOST_MARKS = 2000;

/** Passages of a handout that were marked for study, always within one school. */
export class StudyMarkRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /**
   * All marks of a handout as they lie in its text now: one whose passage has moved within its block is found
   * there, one whose passage is gone is lost.
   */
  async list(schoolId: string, handoutId: string, blocks: readonly TextBlock[]): Promise<StudyMark[]> {
    const rows = await this.#db
      .select()
      .from(studyMarks)
      .where(and(eq(studyMarks.schoolId, schoolId), eq(studyMarks.handoutId, handoutId)))
      .orderBy(asc(studyMarks.createdAt));
    const texts = new Map(blocks.map(({ id, text }) => [id, text]));
    return rows.map(({ id, block, start, end, written, colour, note, createdAt }) => {
      const at = placeNear(texts.get(block), written, start);
      return {
        id,
        block,
        start: at ?? start,
        end: at === undefined ? end : at + written.length,
        written,
        colour,
        note,
        createdAt: createdAt.toISOString(),
        lost: at === undefined,
      };
    });
  }

  /** @throws AppError `moved` when something else is written there. */
  async add(
    schoolId: string,
    handoutId: string,
    { note = '', ...mark }: StudyMarkInput,
    blocks: readonly TextBlock[],
  ): Promise<string> {
    const text = blocks.find(({ id }) => id === mark.block)?.text;
    if (placeNear(text, mark.written, mark.start) === undefined)
      throw new AppError('moved', 'These words are not in the text any more. Select them again.');
    const count = await this.#db.$count(studyMarks, eq(studyMarks.handoutId, handoutId));
    if (count >= MOST_MARKS)
      throw new AppError('too-many', `A handout has at most ${MOST_MARKS} marks. Take some away first.`);
    const [row] = await this.#db
      .insert(studyMarks)
      .values({ schoolId, handoutId, note, ...mark })
      .returning({ id: studyMarks.id });
    if (!row) throw new Error('The mark was not stored.');
    return row.id;
  }

  async change(
    schoolId: string,
    handoutId: string,
    markId: string,
    change: Partial<Pick<StudyMark, 'colour' | 'note'>>,
  ): Promise<void> {
    if (Object.keys(change).length === 0) return;
    const changed = await this.#db
      .update(studyMarks)
      .set(change)
      .where(own(schoolId, handoutId, markId))
      .returning({ id: studyMarks.id });
    if (changed.length === 0) throw notFound('This mark');
  }

  async remove(schoolId: string, handoutId: string, markId: string): Promise<void> {
    const removed = await this.#db
      .delete(studyMarks)
      .where(own(schoolId, handoutId, markId))
      .returning({ id: studyMarks.id });
    if (removed.length === 0) throw notFound('This mark');
  }
}

function own(schoolId: string, handoutId: string, markId: string) {
  return and(
    eq(studyMarks.id, markId),
    eq(studyMarks.handoutId, handoutId),
    eq(studyMarks.schoolId, schoolId),
  );
}
