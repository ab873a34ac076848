import type { AllowedSites } from '@aurelfield/api';
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
import type { Database } from '../../db/database.ts';
import {
  handouts,
  assignments,
  webPageReadings,
  allowedSites,
  jobs,
  pupilLinks,
  pupils,
} from '../../db/schema/index.ts';
import { notFound } from '../../appError.ts';

export type WebPageReadingRow = typeof webPageReadings.$inferSelect;

/** A page with what it became. */
export interface WebPageReadingState {
  readonly row: WebPageReadingRow;
  readonly title: string | null;
  /** Whether its assignment lies ready; whether somebody took it, or its handout, away. */
  readonly isMade: boolean;
  readonly isStopped: boolean;
  /** Why its assignment could not be made. */
  readonly error: string | null;
  /** The link that opens it alone. */
  readonly linkId: string | null;
}

/** Heard pages: all their SQL. */
export class WebPageReadingRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  async sites(schoolId: string): Promise<AllowedSites> {
    const [row] = await this.#db
      .select({ origins: allowedSites.origins, pupilId: pupils.id })
      .from(allowedSites)
      .leftJoin(pupils, and(eq(pupils.id, allowedSites.pupilId), isNull(pupils.deletedAt)))
      .where(eq(allowedSites.schoolId, schoolId));
    return row ?? { origins: [], pupilId: null };
  }

  async setSites(schoolId: string, { origins, pupilId }: AllowedSites): Promise<void> {
    const values = { origins: [...new Set(origins)], pupilId };
    await this.#db
      .insert(allowedSites)
      .values({ schoolId, ...values })
      .onConflictDoUpdate({ target: allowedSites.schoolId, set: values });
  }

  /**
   * The school that allows pages of an origin to be heard, and in whose way; of several, the one that has
   * been here longest.
   */
  async allowedBy(origin: string): Promise<{ schoolId: string; pupilId: string } | undefined> {
    const [found] = await this.#db
      .select({ schoolId: allowedSites.schoolId, pupilId: pupils.id })
      .from(allowedSites)
      .innerJoin(pupils, and(eq(pupils.id, allowedSites.pupilId), isNull(pupils.deletedAt)))
      .where(arrayContains(allowedSites.origins, [origin]))
      .orderBy(sql`(select created_at from schools where schools.id = ${allowedSites.schoolId})`)
      .limit(1);
    return found;
  }

  async list(schoolId: string): Promise<WebPageReadingState[]> {
    return this.#states(eq(webPageReadings.schoolId, schoolId));
  }

  async find(schoolId: string, address: string): Promise<WebPageReadingState | undefined> {
    const [found] = await this.#states(
      and(eq(webPageReadings.schoolId, schoolId), eq(webPageReadings.address, address)),
    );
    return found;
  }

  /** @throws AppError when the school has no such page. */
  async get(schoolId: string, id: string): Promise<WebPageReadingState> {
    const [found] = await this.#states(
      and(eq(webPageReadings.schoolId, schoolId), eq(webPageReadings.id, id)),
    );
    if (!found) throw notFound('This page');
    return found;
  }

  async #states(which: SQL | undefined): Promise<WebPageReadingState[]> {
    const rows = await this.#db
      .select({
        row: webPageReadings,
        handout: handouts,
        assignment: assignments,
        job: jobs,
        linkId: pupilLinks.id,
      })
      .from(webPageReadings)
      .leftJoin(handouts, eq(handouts.id, webPageReadings.handoutId))
      .leftJoin(assignments, eq(assignments.id, webPageReadings.assignmentId))
      .leftJoin(jobs, eq(jobs.id, assignments.jobId))
      .leftJoin(
        pupilLinks,
        and(eq(pupilLinks.assignmentId, webPageReadings.assignmentId), isNull(pupilLinks.revokedAt)),
      )
      .where(which)
      .orderBy(desc(webPageReadings.fetchedAt));
    return rows.map(({ row, handout, assignment, job, linkId }) => ({
      row,
      title: handout?.title ?? null,
      isMade: assignment !== null && assignment.package !== null,
      isStopped: (handout?.deletedAt ?? null) !== null || (assignment?.takenBackAt ?? null) !== null,
      error: row.error ?? (job?.state === 'failed' ? job.error : null),
      linkId,
    }));
  }

  /** Pages that were asked for first since a moment. */
  async newSince(schoolId: string, since: Date): Promise<number> {
    const [found] = await this.#db
      .select({ n: count() })
      .from(webPageReadings)
      .where(and(eq(webPageReadings.schoolId, schoolId), gt(webPageReadings.createdAt, since)));
    return found?.n ?? 0;
  }

  /**
   * Takes the work of fetching a page: one that is new, or was fetched before a moment.
   * @returns its id, or undefined when another has the work.
   */
  async claim(schoolId: string, address: string, before: Date): Promise<string | undefined> {
    const fetchedAt = new Date();
    const [taken] = await this.#db
      .insert(webPageReadings)
      .values({ schoolId, address, fetchedAt })
      .onConflictDoUpdate({
        target: [webPageReadings.schoolId, webPageReadings.address],
        set: { fetchedAt, error: null },
        setWhere: lt(webPageReadings.fetchedAt, before),
      })
      .returning({ id: webPageReadings.id });
    return taken?.id;
  }

  async change(id: string, change: Partial<WebPageReadingRow>): Promise<void> {
    await this.#db.update(webPageReadings).set(change).where(eq(webPageReadings.id, id));
  }

  /** Forgets a page; it is fetched again when somebody wants to hear it. */
  async remove(id: string): Promise<void> {
    await this.#db.delete(webPageReadings).where(eq(webPageReadings.id, id));
  }

  /** Forgets pages that came to nothing and were asked for last before a moment. */
  async forgetFailed(before: Date): Promise<void> {
    await this.#db
      .delete(webPageReadings)
      .where(
        and(
          lt(webPageReadings.fetchedAt, before),
          or(
            isNull(webPageReadings.assignmentId),
            and(isNotNull(webPageReadings.error), isNull(webPageReadings.contentHash)),
          ),
        ),
      );
  }
}
