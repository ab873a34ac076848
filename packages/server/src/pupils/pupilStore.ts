import { pupilSchema, type Profile, type Pupil, type PupilInput } from '@aurelfield/api';
import { and, asc, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { profiles, pupils } from '../db/schema/index.ts';
import { notFound } from '../refusal.ts';

/** Pupils and their current profiles, always within one school. */
export class PupilStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Pupils that are not deleted, by name. */
  async list(schoolId: string): Promise<Pupil[]> {
    const rows = await this.#select(schoolId).orderBy(asc(pupils.name));
    return rows.map(toPupil);
  }

  /** Pupils that were deleted of late, the last first. */
  async deleted(schoolId: string): Promise<Pupil[]> {
    const rows = await this.#select(schoolId, undefined, true).orderBy(desc(pupils.archivedAt));
    return rows.map(toPupil);
  }

  /** @throws Refusal 404 when the school has no such pupil. */
  async get(schoolId: string, pupilId: string): Promise<Pupil> {
    const [row] = await this.#select(schoolId, pupilId);
    if (!row) throw notFound('This pupil');
    return toPupil(row);
  }

  /** Adds a pupil with a first profile. */
  async add(schoolId: string, input: PupilInput): Promise<Pupil> {
    const pupilId = await this.#db.transaction(async (tx) => {
      const [pupil] = await tx
        .insert(pupils)
        .values({ schoolId, name: input.name, note: input.note })
        .returning({ id: pupils.id });
      if (!pupil) throw new Error('The pupil was not stored.');
      await tx.insert(profiles).values({ schoolId, pupilId: pupil.id, ...input.profile });
      return pupil.id;
    });
    return this.get(schoolId, pupilId);
  }

  /** Changes name and note, and makes a changed profile the current one. */
  async update(schoolId: string, pupilId: string, input: PupilInput): Promise<Pupil> {
    const before = await this.get(schoolId, pupilId);
    await this.#db.transaction(async (tx) => {
      await tx.update(pupils).set({ name: input.name, note: input.note }).where(own(schoolId, pupilId));
      if (JSON.stringify(before.profile) === JSON.stringify(input.profile)) return;
      await tx
        .update(profiles)
        .set({ current: false })
        .where(and(eq(profiles.pupilId, pupilId), eq(profiles.current, true)));
      await tx.insert(profiles).values({ schoolId, pupilId, ...input.profile });
    });
    return this.get(schoolId, pupilId);
  }

  /** Deletes a pupil: profile and readings stay for 30 days (see `upkeep`), in which `archived: false` brings all back. */
  async setArchived(schoolId: string, pupilId: string, archived: boolean): Promise<void> {
    const changed = await this.#db
      .update(pupils)
      .set({ archivedAt: archived ? new Date() : null })
      .where(own(schoolId, pupilId))
      .returning({ id: pupils.id });
    if (changed.length === 0) throw notFound('This pupil');
  }

  #select(schoolId: string, pupilId?: string, isDeleted = false) {
    return this.#db
      .select({ pupil: pupils, profile: profiles })
      .from(pupils)
      .innerJoin(profiles, and(eq(profiles.pupilId, pupils.id), eq(profiles.current, true)))
      .where(
        and(
          eq(pupils.schoolId, schoolId),
          isDeleted ? isNotNull(pupils.archivedAt) : isNull(pupils.archivedAt),
          pupilId === undefined ? undefined : eq(pupils.id, pupilId),
        ),
      )
      .$dynamic();
  }
}

function own(schoolId: string, pupilId: string) {
  return and(eq(pupils.id, pupilId), eq(pupils.schoolId, schoolId));
}

function toPupil({
  pupil,
  profile,
}: {
  pupil: typeof pupils.$inferSelect;
  profile: typeof profiles.$inferSelect;
}): Pupil {
  const { voices, pace, pitch, loudness, pauses, choices, look } = profile satisfies Profile;
  return pupilSchema.parse({
    id: pupil.id,
    name: pupil.name,
    note: pupil.note,
    profile: { voices, pace, pitch, loudness, pauses, choices, look },
  });
}
