import type { VoiceAssignment, VoiceAssignmentInput, VoicedPassage as SetPassage } from '@aurelfield/api';
import { dialogueTurnsOf, type TextBlock } from '@aurelfield/core/text';
import { and, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { voiceAssignments, teachers } from '../../db/schema/index.ts';
import { AppError } from '../../appError.ts';
import { placeNear } from '../texts/placeNear.ts';

/** Several voices for a handout, as a teacher set them, always within one school. */
export class VoiceAssignmentRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** The cast of a handout as its text is now: who speaks where was found, and then corrected. */
  async get(schoolId: string, handoutId: string, blocks: readonly TextBlock[]): Promise<VoiceAssignment> {
    const [row] = await this.#db
      .select()
      .from(voiceAssignments)
      .where(and(eq(voiceAssignments.schoolId, schoolId), eq(voiceAssignments.handoutId, handoutId)));
    const passages = [...(row?.passages ?? [])];
    const dialogueTurns = correctedTurns(blocks, passages);
    const voices = { ...row?.voices };
    const speakers = [...new Set([...dialogueTurns.flatMap(({ who }) => who ?? []), ...Object.keys(voices)])];
    return {
      isOn: row?.isOn ?? false,
      voices,
      passages,
      revision: row?.revision ?? 0,
      speakers,
      dialogueTurns,
    };
  }

  /** @throws AppError 409 when somebody else has changed it since. */
  async set(
    schoolId: string,
    handoutId: string,
    { isOn, voices, passages, revision }: VoiceAssignmentInput,
    teacherId: string | null,
  ): Promise<void> {
    await this.#db.transaction(async (tx) => {
      const [row] = await tx
        .select({ revision: voiceAssignments.revision, teacher: teachers.name })
        .from(voiceAssignments)
        .leftJoin(teachers, eq(teachers.id, voiceAssignments.teacherId))
        .where(and(eq(voiceAssignments.schoolId, schoolId), eq(voiceAssignments.handoutId, handoutId)))
        .for('update', { of: voiceAssignments });
      if ((row?.revision ?? 0) !== revision)
        throw new AppError(
          'changed',
          `${row?.teacher ?? 'Somebody'} has changed the voices in the meantime. Look at them, then change yours again.`,
        );
      const values = { isOn, voices, passages, revision: revision + 1, teacherId, updatedAt: new Date() };
      await tx
        .insert(voiceAssignments)
        .values({ schoolId, handoutId, ...values })
        .onConflictDoUpdate({ target: voiceAssignments.handoutId, set: values });
    });
  }
}

/**
 * Passages with who says them: those found, but where the teacher has set somebody else. A correction whose
 * words are gone is left out.
 */
function correctedTurns(
  blocks: readonly TextBlock[],
  corrections: readonly SetPassage[],
): VoiceAssignment['dialogueTurns'] {
  const found = dialogueTurnsOf(blocks).map(({ block, ...turn }) => ({
    ...turn,
    block: blocks[block]?.id ?? '',
  }));
  const texts = new Map(blocks.map(({ id, text }) => [id, text]));
  const set = corrections.flatMap(({ block, start, written, who }) => {
    const at = placeNear(texts.get(block), written, start);
    return at === undefined ? [] : [{ block, start: at, end: at + written.length, who }];
  });
  const kept = found.filter(
    (turn) => !set.some((one) => one.block === turn.block && one.start < turn.end && one.end > turn.start),
  );
  const order = new Map(blocks.map(({ id }, index) => [id, index]));
  return [...kept, ...set].sort(
    (a, b) => (order.get(a.block) ?? 0) - (order.get(b.block) ?? 0) || a.start - b.start,
  );
}
