import {
  readingStyleSchema,
  pupilSchema,
  type PastProfile,
  type Profile,
  type Pupil,
  type PupilChange,
  type PupilInput,
  type ImportClassList,
  type Trial,
} from '@aurelfield/api';
import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { profiles, pupils, teachers } from '../../db/schema/index.ts';
import { addToClass, classNames, setClasses } from '../classes/namedRows.ts';
import { notFound, AppError } from '../../appError.ts';

/** Who changes a profile, why, and what was heard before. */
export interface ProfileOrigin {
  readonly teacherId: string | null;
  readonly reason?: string;
  readonly trials?: readonly Trial[];
}

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** Pupils and their profiles, present and past, always within one school. */
export class PupilRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Pupils that are not deleted, by name. */
  async list(schoolId: string): Promise<Pupil[]> {
    const rows = await this.#select(schoolId).orderBy(asc(pupils.name));
    return rows.map(toPupil);
  }

  /** Recently deleted pupils, the last first. */
  async deleted(schoolId: string): Promise<Pupil[]> {
    const rows = await this.#select(schoolId, undefined, true).orderBy(desc(pupils.deletedAt));
    return rows.map(toPupil);
  }

  /** @throws AppError 404 when the school has no such pupil. */
  async get(schoolId: string, pupilId: string): Promise<Pupil> {
    const [row] = await this.#select(schoolId, pupilId);
    if (!row) throw notFound('This pupil');
    return toPupil(row);
  }

  /** Adds a pupil with a first profile. */
  async add(
    schoolId: string,
    input: PupilInput,
    origin: ProfileOrigin = { teacherId: null },
  ): Promise<Pupil> {
    const pupilId = await this.#db.transaction((tx) => insertPupil(tx, schoolId, input, origin));
    return this.get(schoolId, pupilId);
  }

  /**
   * Changes a pupil, and makes a changed profile the current one; the one before stays in the history.
   * @throws AppError 409 when somebody has changed the pupil since the revision that the change was made on.
   */
  async update(
    schoolId: string,
    pupilId: string,
    {
      revision,
      reason,
      trials,
      ...input
    }: PupilInput & Pick<Partial<PupilChange>, 'revision' | 'reason' | 'trials'>,
    teacherId: string | null = null,
  ): Promise<Pupil> {
    await this.#db.transaction(async (tx) => {
      const [row] = await tx
        .select({ revision: pupils.revision })
        .from(pupils)
        .where(own(schoolId, pupilId))
        .for('update');
      if (!row) throw notFound('This pupil');
      if (revision !== undefined && revision !== row.revision) throw await changedSince(tx, pupilId);
      const { name, note, year, classes } = input;
      await tx
        .update(pupils)
        .set({ name, note, year, revision: sql`${pupils.revision} + 1` })
        .where(own(schoolId, pupilId));
      await setClasses(tx, schoolId, pupilId, classes);
      const [before] = await tx
        .select()
        .from(profiles)
        .where(and(eq(profiles.pupilId, pupilId), eq(profiles.current, true)));
      if (before && sameProfile(toProfile(before), input.profile)) return;
      await tx
        .update(profiles)
        .set({ current: false })
        .where(and(eq(profiles.pupilId, pupilId), eq(profiles.current, true)));
      await tx.insert(profiles).values({
        schoolId,
        pupilId,
        teacherId,
        reason: reason ?? '',
        trials: trials ?? [],
        ...input.profile,
      });
    });
    return this.get(schoolId, pupilId);
  }

  /** All profiles of a pupil, the latest first. */
  async history(schoolId: string, pupilId: string): Promise<PastProfile[]> {
    await this.get(schoolId, pupilId);
    const rows = await this.#db
      .select({ profile: profiles, teacher: teachers.name })
      .from(profiles)
      .leftJoin(teachers, eq(teachers.id, profiles.teacherId))
      .where(and(eq(profiles.schoolId, schoolId), eq(profiles.pupilId, pupilId)))
      .orderBy(desc(profiles.createdAt), desc(profiles.current));
    return rows.map(({ profile, teacher }) => ({
      id: profile.id,
      current: profile.current,
      createdAt: profile.createdAt.toISOString(),
      teacher,
      reason: profile.reason,
      trials: [...profile.trials],
      profile: toProfile(profile),
    }));
  }

  /**
   * Takes in the pupils of a class list: new ones with the profile of another pupil, those who are there get
   * the class besides what they have. All or nothing.
   */
  async importClassList(
    schoolId: string,
    { pupils: listed, likePupil }: ImportClassList,
    defaultProfile: Profile,
    teacherId: string | null,
  ): Promise<{ added: number; changed: number }> {
    const profile = likePupil === undefined ? defaultProfile : (await this.get(schoolId, likePupil)).profile;
    return this.#db.transaction(async (tx) => {
      let [added, changed] = [0, 0];
      for (const { known, name, year, classes, note } of listed) {
        if (known === null) {
          await insertPupil(
            tx,
            schoolId,
            { name, year, classes, note, profile },
            { teacherId, reason: 'Class list' },
          );
          added += 1;
          continue;
        }
        const [row] = await tx.select().from(pupils).where(own(schoolId, known)).for('update');
        if (!row) throw notFound(name);
        for (const one of classes) await addToClass(tx, schoolId, known, one);
        await tx
          .update(pupils)
          .set({
            year: year === '' ? row.year : year,
            note: note === '' ? row.note : note,
            revision: sql`${pupils.revision} + 1`,
          })
          .where(own(schoolId, known));
        changed += 1;
      }
      return { added, changed };
    });
  }

  /**
   * Deletes a pupil: profile and readings stay for 30 days (see `maintenance`), in which it can be restored.
   */
  async setDeleted(schoolId: string, pupilId: string, isDeleted: boolean): Promise<void> {
    const changed = await this.#db
      .update(pupils)
      .set({ deletedAt: isDeleted ? new Date() : null })
      .where(own(schoolId, pupilId))
      .returning({ id: pupils.id });
    if (changed.length === 0) throw notFound('This pupil');
  }

  #select(schoolId: string, pupilId?: string, isDeleted = false) {
    return this.#db
      .select({ pupil: pupils, classes: classNames, profile: profiles })
      .from(pupils)
      .innerJoin(profiles, and(eq(profiles.pupilId, pupils.id), eq(profiles.current, true)))
      .where(
        and(
          eq(pupils.schoolId, schoolId),
          isDeleted ? isNotNull(pupils.deletedAt) : isNull(pupils.deletedAt),
          pupilId === undefined ? undefined : eq(pupils.id, pupilId),
        ),
      )
      .$dynamic();
  }
}

function own(schoolId: string, pupilId: string) {
  return and(eq(pupils.id, pupilId), eq(pupils.schoolId, schoolId));
}

async function insertPupil(
  tx: Transaction,
  schoolId: string,
  { profile, classes, ...pupil }: PupilInput,
  { teacherId, reason = '', trials = [] }: ProfileOrigin,
): Promise<string> {
  const [row] = await tx
    .insert(pupils)
    .values({ schoolId, ...pupil })
    .returning({ id: pupils.id });
  if (!row) throw new Error('The pupil was not stored.');
  await setClasses(tx, schoolId, row.id, classes);
  await tx.insert(profiles).values({ schoolId, pupilId: row.id, teacherId, reason, trials, ...profile });
  return row.id;
}

/** Says who changed a pupil first. */
async function changedSince(tx: Transaction, pupilId: string): Promise<AppError> {
  const [last] = await tx
    .select({ teacher: teachers.name, at: profiles.createdAt })
    .from(profiles)
    .leftJoin(teachers, eq(teachers.id, profiles.teacherId))
    .where(and(eq(profiles.pupilId, pupilId), eq(profiles.current, true)));
  const who = last?.teacher ?? 'Somebody';
  return new AppError(
    'changed',
    `${who} has changed this pupil in the meantime. Nothing of yours was stored yet: look at both and decide.`,
  );
}

/** Whether two profiles are the same, whatever the order of their fields. */
function sameProfile(one: Profile, other: Profile): boolean {
  return canonical(one) === canonical(other);
}

function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

function toProfile({
  voices,
  pace,
  pitch,
  loudness,
  pauses,
  pausesByPace,
  choices,
  readingStyle,
  fileKind,
  fileQuality,
}: typeof profiles.$inferSelect): Profile {
  return {
    voices,
    pace,
    pitch,
    loudness,
    pauses,
    pausesByPace,
    choices,
    readingStyle: readingStyleSchema.parse(readingStyle),
    fileKind,
    fileQuality,
  };
}

function toPupil({
  pupil,
  classes,
  profile,
}: {
  pupil: typeof pupils.$inferSelect;
  classes: readonly string[];
  profile: typeof profiles.$inferSelect;
}): Pupil {
  const { id, name, note, year, revision } = pupil;
  return pupilSchema.parse({ id, name, note, year, classes, revision, profile: toProfile(profile) });
}
