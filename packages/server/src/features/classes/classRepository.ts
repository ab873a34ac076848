import type { NamedGroup } from '@aurelfield/api';
import { and, asc, count, eq, isNull, lt, notExists, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { classes, classMembers, handouts, pronunciations, pupils, subjects } from '../../db/schema/index.ts';
import { AppError, notFound } from '../../appError.ts';
import type { NamedTable } from './namedRows.ts';

/**
 * The classes and subjects of a school. They come to be where a pupil, a handout or a pronunciation names
 * them.
 */
export class ClassRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Classes by name, with how many pupils, handouts and pronunciations each has. */
  async classes(schoolId: string): Promise<NamedGroup[]> {
    const members = this.#db
      .select({ of: classMembers.classId, n: count().as('members') })
      .from(classMembers)
      .innerJoin(pupils, and(eq(pupils.id, classMembers.pupilId), isNull(pupils.deletedAt)))
      .where(eq(classMembers.schoolId, schoolId))
      .groupBy(classMembers.classId)
      .as('members');
    const given = this.#handouts(schoolId, handouts.classId);
    const entries = this.#entries(schoolId, pronunciations.classId);
    const rows = await this.#db
      .select({ id: classes.id, name: classes.name, pupils: members.n, handouts: given.n, pronunciations: entries.n })
      .from(classes)
      .leftJoin(members, eq(members.of, classes.id))
      .leftJoin(given, eq(given.of, classes.id))
      .leftJoin(entries, eq(entries.of, classes.id))
      .where(eq(classes.schoolId, schoolId))
      .orderBy(asc(classes.name)); // prettier-ignore
    return rows.map(toGroup);
  }

  /** Subjects by name, with how many handouts and pronunciations each has. */
  async subjects(schoolId: string): Promise<NamedGroup[]> {
    const given = this.#handouts(schoolId, handouts.subjectId);
    const entries = this.#entries(schoolId, pronunciations.subjectId);
    const rows = await this.#db
      .select({ id: subjects.id, name: subjects.name, handouts: given.n, pronunciations: entries.n })
      .from(subjects)
      .leftJoin(given, eq(given.of, subjects.id))
      .leftJoin(entries, eq(entries.of, subjects.id))
      .where(eq(subjects.schoolId, schoolId))
      .orderBy(asc(subjects.name));
    return rows.map(toGroup);
  }

  /**
   * Gives a class or subject another name; pupils, handouts and pronunciations stay with it.
   * @throws AppError 404 or 409.
   */
  async rename(schoolId: string, table: NamedTable, id: string, name: string): Promise<void> {
    const [other] = await this.#db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.schoolId, schoolId), eq(table.name, name)));
    if (other && other.id !== id)
      throw new AppError('exists', `“${name}” is there already. Choose another name.`);
    const renamed = await this.#db
      .update(table)
      .set({ name })
      .where(and(eq(table.id, id), eq(table.schoolId, schoolId)))
      .returning({ id: table.id });
    if (renamed.length === 0) throw notFound(table === classes ? 'This class' : 'This subject');
  }

  /**
   * Deletes the classes and subjects that have been there since before a time and that nothing names any
   * more.
   */
  async deleteUnused(before: Date): Promise<void> {
    await this.#db
      .delete(classes)
      .where(
        and(
          lt(classes.createdAt, before),
          this.#isNotIn(classMembers, eq(classMembers.classId, classes.id)),
          this.#isNotIn(handouts, eq(handouts.classId, classes.id)),
          this.#isNotIn(pronunciations, eq(pronunciations.classId, classes.id)),
        ),
      );
    await this.#db
      .delete(subjects)
      .where(
        and(
          lt(subjects.createdAt, before),
          this.#isNotIn(handouts, eq(handouts.subjectId, subjects.id)),
          this.#isNotIn(pronunciations, eq(pronunciations.subjectId, subjects.id)),
        ),
      );
  }

  #isNotIn(table: typeof classMembers | typeof handouts | typeof pronunciations, condition: SQL) {
    return notExists(
      this.#db
        .select({ one: sql`1` })
        .from(table)
        .where(condition),
    );
  }

  #handouts(schoolId: string, column: typeof handouts.classId | typeof handouts.subjectId) {
    return this.#db
      .select({ of: column, n: count().as('handouts') })
      .from(handouts)
      .where(and(eq(handouts.schoolId, schoolId), isNull(handouts.deletedAt)))
      .groupBy(column)
      .as('given');
  }

  #entries(schoolId: string, column: typeof pronunciations.classId | typeof pronunciations.subjectId) {
    return this.#db
      .select({ of: column, n: count().as('entries') })
      .from(pronunciations)
      .where(eq(pronunciations.schoolId, schoolId))
      .groupBy(column)
      .as('entries');
  }
}

interface GroupRow {
  readonly id: string;
  readonly name: string;
  readonly pupils?: number | null;
  readonly handouts: number | null;
  readonly pronunciations: number | null;
}

function toGroup({ id, name, ...counts }: GroupRow): NamedGroup {
  return {
    id,
    name,
    pupils: counts.pupils ?? 0,
    handouts: counts.handouts ?? 0,
    pronunciations: counts.pronunciations ?? 0,
  };
}
