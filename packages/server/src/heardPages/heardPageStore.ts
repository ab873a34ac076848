import type { HeardSites } from '@aurelfield/api';
import {
  and,
  arrayContains,
  count,
  desc,
  eq,
  gt,
  isNotNull,
  isNull,
  lt,
  or,
  sql,
  type SQL,
} from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { handouts, handOuts, heardPages, heardSites, jobs, pupilLinks, pupils } from '../db/schema/index.ts';
import { notFound } from '../appError.ts';

export type HeardPageRow = typeof heardPages.$inferSelect;

/** A page with what it became. */
export interface HeardPageState {
  readonly row: HeardPageRow;
  readonly title: string | null;
  /** Whether its hand-out lies ready; whether somebody took it, or its handout, away. */
  readonly isMade: boolean;
  readonly isStopped: boolean;
  /** Why its hand-out could not be made. */
  readonly error: string | null;
  /** The link that opens it alone. */
  readonly linkId: string | null;
}

/** Heard pages: all their SQL. */
export class HeardPageStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  async sites(schoolId: string): Promise<HeardSites> {
    const [row] = await this.#db
      .select({ origins: heardSites.origins, pupilId: pupils.id })
      .from(heardSites)
      .leftJoin(pupils, and(eq(pupils.id, heardSites.pupilId), isNull(pupils.archivedAt)))
      .where(eq(heardSites.schoolId, schoolId));
    return row ?? { origins: [], pupilId: null };
  }

  async setSites(schoolId: string, { origins, pupilId }: HeardSites): Promise<void> {
    const values = { origins: [...new Set(origins)], pupilId };
    await this.#db
      .insert(heardSites)
      .values({ schoolId, ...values })
      .onConflictDoUpdate({ target: heardSites.schoolId, set: values });
  }

  /** The school that allows pages of an origin to be heard, and in whose way; of several, the one that has been here longest. */
  async allowedBy(origin: string): Promise<{ schoolId: string; pupilId: string } | undefined> {
    const [found] = await this.#db
      .select({ schoolId: heardSites.schoolId, pupilId: pupils.id })
      .from(heardSites)
      .innerJoin(pupils, and(eq(pupils.id, heardSites.pupilId), isNull(pupils.archivedAt)))
      .where(arrayContains(heardSites.origins, [origin]))
      .orderBy(sql`(select created_at from schools where schools.id = ${heardSites.schoolId})`)
      .limit(1);
    return found;
  }

  async list(schoolId: string): Promise<HeardPageState[]> {
    return this.#states(eq(heardPages.schoolId, schoolId));
  }

  async find(schoolId: string, address: string): Promise<HeardPageState | undefined> {
    const [found] = await this.#states(
      and(eq(heardPages.schoolId, schoolId), eq(heardPages.address, address)),
    );
    return found;
  }

  /** @throws AppError when the school has no such page. */
  async get(schoolId: string, id: string): Promise<HeardPageState> {
    const [found] = await this.#states(and(eq(heardPages.schoolId, schoolId), eq(heardPages.id, id)));
    if (!found) throw notFound('This page');
    return found;
  }

  async #states(which: SQL | undefined): Promise<HeardPageState[]> {
    const rows = await this.#db
      .select({ row: heardPages, handout: handouts, handOut: handOuts, job: jobs, linkId: pupilLinks.id })
      .from(heardPages)
      .leftJoin(handouts, eq(handouts.id, heardPages.handoutId))
      .leftJoin(handOuts, eq(handOuts.id, heardPages.handOutId))
      .leftJoin(jobs, eq(jobs.id, handOuts.jobId))
      .leftJoin(pupilLinks, and(eq(pupilLinks.handOutId, heardPages.handOutId), isNull(pupilLinks.revokedAt)))
      .where(which)
      .orderBy(desc(heardPages.fetchedAt));
    return rows.map(({ row, handout, handOut, job, linkId }) => ({
      row,
      title: handout?.title ?? null,
      isMade: handOut !== null && handOut.package !== null,
      isStopped: (handout?.deletedAt ?? null) !== null || (handOut?.takenBackAt ?? null) !== null,
      error: row.error ?? (job?.state === 'failed' ? job.error : null),
      linkId,
    }));
  }

  /** Pages that were asked for first since a moment. */
  async newSince(schoolId: string, since: Date): Promise<number> {
    const [found] = await this.#db
      .select({ n: count() })
      .from(heardPages)
      .where(and(eq(heardPages.schoolId, schoolId), gt(heardPages.createdAt, since)));
    return found?.n ?? 0;
  }

  /** Takes the work of fetching a page: one that is new, or was fetched before a moment. @returns its id, or undefined when another has the work. */
  async claim(schoolId: string, address: string, before: Date): Promise<string | undefined> {
    const fetchedAt = new Date();
    const [taken] = await this.#db
      .insert(heardPages)
      .values({ schoolId, address, fetchedAt })
      .onConflictDoUpdate({
        target: [heardPages.schoolId, heardPages.address],
        set: { fetchedAt, error: null },
        setWhere: lt(heardPages.fetchedAt, before),
      })
      .returning({ id: heardPages.id });
    return taken?.id;
  }

  async change(id: string, change: Partial<HeardPageRow>): Promise<void> {
    await this.#db.update(heardPages).set(change).where(eq(heardPages.id, id));
  }

  /** Forgets a page; it is fetched anew when somebody wants to hear it. */
  async remove(id: string): Promise<void> {
    await this.#db.delete(heardPages).where(eq(heardPages.id, id));
  }

  /** Forgets pages that came to nothing and were asked for last before a moment. */
  async forgetFailed(before: Date): Promise<void> {
    await this.#db
      .delete(heardPages)
      .where(
        and(
          lt(heardPages.fetchedAt, before),
          or(isNull(heardPages.handOutId), and(isNotNull(heardPages.error), isNull(heardPages.contentHash))),
        ),
      );
  }
}
