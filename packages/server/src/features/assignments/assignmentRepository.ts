import type { AssignmentChange, ListeningEvent } from '@aurelfield/api';
import { and, asc, count, desc, eq, inArray, isNotNull, isNull, not, or, sql, type SQL } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import type { Database } from '../../db/database.ts';
import {
  assignments,
  handouts,
  webPageReadings,
  jobs,
  listeningEvents,
  pupilLinks,
  pupils,
  schools,
} from '../../db/schema/index.ts';
import type { FormerPackage } from '../../db/schema/assignments.ts';
import type { JobRow } from '../../jobs/jobRepository.ts';
import { notFound } from '../../appError.ts';
import { classNames } from '../classes/namedRows.ts';

export type AssignmentRow = typeof assignments.$inferSelect;
export type LinkRow = typeof pupilLinks.$inferSelect;

/** An assignment with the job that freezes it and its pupil's name. */
export interface AssignmentWithJob {
  readonly row: AssignmentRow;
  readonly pupil: string;
  readonly job: JobRow | null;
}

/** A link with what opens with it. */
export interface OpenLink {
  readonly link: LinkRow;
  readonly school: string;
  readonly embedOrigins: readonly string[];
  /** Whether listening is recorded: the school and somebody for the pupil agreed to it. */
  readonly records: boolean;
  /** What it opens today: the pupil's own, of that the one that it is for. */
  readonly items: readonly AssignmentRow[];
}

/** Hours for which pages that were open at a renewal may still fetch the earlier version. */
const FORMER_HOURS = 24;
/** Days after which an event cannot have happened: a page's pass has run out by then. */
const OFFLINE_DAYS = 31;
const DAY = 24 * 60 * 60 * 1000;

/** How a link is named. */
export type LinkName =
  { readonly id: string } | { readonly secretHash: string } | { readonly codeHash: string };

/**
 * Assignments, links and events: all their SQL. Functions that take a connection can be part of a caller's
 * transaction.
 */
export class AssignmentRepository {
  readonly #db: Database;
  readonly #byId;
  readonly #bySecret;
  readonly #byCode;

  constructor(db: Database) {
    this.#db = db;
    this.#byId = openedBy(db, eq(pupilLinks.id, sql.placeholder('id'))).prepare('opened_by_id');
    this.#bySecret = openedBy(db, eq(pupilLinks.secretHash, sql.placeholder('secretHash'))).prepare(
      'opened_by_secret',
    );
    this.#byCode = openedBy(db, eq(pupilLinks.codeHash, sql.placeholder('codeHash'))).prepare(
      'opened_by_code',
    );
  }

  /** The assignment of a handout to a pupil, made if there is none; one that is out gets these terms. */
  async give(
    db: Database,
    values: Pick<
      AssignmentRow,
      'schoolId' | 'handoutId' | 'pupilId' | 'title' | 'allows' | 'firstDay' | 'lastDay'
    >,
  ): Promise<AssignmentRow> {
    const { allows, firstDay, lastDay } = values;
    const [row] = await db
      .insert(assignments)
      .values(values)
      .onConflictDoUpdate({
        target: [assignments.handoutId, assignments.pupilId],
        targetWhere: isNull(assignments.takenBackAt),
        set: { allows, firstDay, lastDay },
      })
      .returning();
    if (!row) throw new Error('The assignment was not stored.');
    return row;
  }

  /** @throws AppError when the school has no such assignment, or it was taken back. */
  async get(schoolId: string, id: string): Promise<AssignmentRow> {
    const [row] = await this.#db
      .select()
      .from(assignments)
      .where(
        and(eq(assignments.id, id), eq(assignments.schoolId, schoolId), isNull(assignments.takenBackAt)),
      );
    if (!row) throw notFound('This handout');
    return row;
  }

  /** What is out, the newest first; of one handout where it is named. */
  async list(
    schoolId: string,
    which: { handoutId?: string | undefined; id?: string } = {},
  ): Promise<AssignmentWithJob[]> {
    const found = await this.#db
      .select({ row: assignments, pupil: pupils.name, job: jobs })
      .from(assignments)
      .innerJoin(pupils, and(eq(pupils.id, assignments.pupilId), isNull(pupils.deletedAt)))
      .innerJoin(handouts, and(eq(handouts.id, assignments.handoutId), isNull(handouts.deletedAt)))
      .leftJoin(jobs, eq(jobs.id, assignments.jobId))
      .where(
        and(
          eq(assignments.schoolId, schoolId),
          isNull(assignments.takenBackAt),
          which.handoutId === undefined ? undefined : eq(assignments.handoutId, which.handoutId),
          which.id === undefined ? undefined : eq(assignments.id, which.id),
        ),
      )
      .orderBy(desc(assignments.createdAt), asc(pupils.name));
    return found;
  }

  async change(db: Database, id: string, change: AssignmentChange | Partial<AssignmentRow>): Promise<void> {
    await db.update(assignments).set(change).where(eq(assignments.id, id));
  }

  /**
   * Puts a new freezing in the place of the one before, unless it was taken back or another job has been
   * given the work meanwhile.
   */
  async renew(
    db: Database,
    { id, jobId }: { id: string; jobId: string },
    snapshot: Pick<AssignmentRow, 'package' | 'readingId' | 'title' | 'language' | 'seconds' | 'bytes'>,
  ): Promise<boolean> {
    const changed = await db
      .update(assignments)
      .set({
        ...snapshot,
        version: sql`${assignments.version} + 1`,
        madeAt: new Date(),
        formerPackages: stillFetched(),
      })
      .where(and(eq(assignments.id, id), eq(assignments.jobId, jobId), isNull(assignments.takenBackAt)))
      .returning({ id: assignments.id });
    return changed.length > 0;
  }

  /**
   * How many pupils have a handout, or how many handouts a pupil has: what ends when it, or the pupil, is
   * deleted.
   */
  async countGiven(
    schoolId: string,
    of: { readonly handoutId: string } | { readonly pupilId: string },
  ): Promise<number> {
    const [row] = await this.#db
      .select({ count: count() })
      .from(assignments)
      .innerJoin(pupils, and(eq(pupils.id, assignments.pupilId), isNull(pupils.deletedAt)))
      .innerJoin(handouts, and(eq(handouts.id, assignments.handoutId), isNull(handouts.deletedAt)))
      .where(
        and(
          eq(assignments.schoolId, schoolId),
          isNull(assignments.takenBackAt),
          'handoutId' in of ? eq(assignments.handoutId, of.handoutId) : eq(assignments.pupilId, of.pupilId),
        ),
      );
    return row?.count ?? 0;
  }

  /** The links of pupils that work, by pupil. */
  async links(
    schoolId: string,
    pupilIds?: readonly string[],
  ): Promise<(LinkRow & { pupil: string; classes: string[] })[]> {
    const found = await this.#db
      .select({ link: pupilLinks, pupil: pupils.name, classes: classNames })
      .from(pupilLinks)
      .innerJoin(pupils, and(eq(pupils.id, pupilLinks.pupilId), isNull(pupils.deletedAt)))
      .where(
        and(
          eq(pupilLinks.schoolId, schoolId),
          isNull(pupilLinks.revokedAt),
          pupilIds ? inArray(pupilLinks.pupilId, [...pupilIds]) : undefined,
        ),
      )
      .orderBy(asc(pupils.name), asc(pupilLinks.createdAt));
    return found.map(({ link, pupil, classes }) => ({ ...link, pupil, classes }));
  }

  /** The links of a pupil that work. */
  async linksOf(db: Database, pupilId: string): Promise<LinkRow[]> {
    return db
      .select()
      .from(pupilLinks)
      .where(and(eq(pupilLinks.pupilId, pupilId), isNull(pupilLinks.revokedAt)));
  }

  /** Adds a link unless there is one for the same. @returns whether it was added. */
  async addLink(db: Database, link: Omit<LinkRow, 'openedAt' | 'revokedAt' | 'createdAt'>): Promise<boolean> {
    const added = await db
      .insert(pupilLinks)
      .values(link)
      .onConflictDoNothing()
      .returning({ id: pupilLinks.id });
    return added.length > 0;
  }

  /** @throws AppError when the school has no such link. */
  async link(schoolId: string, id: string): Promise<LinkRow> {
    const [row] = await this.#db
      .select()
      .from(pupilLinks)
      .where(and(eq(pupilLinks.id, id), eq(pupilLinks.schoolId, schoolId), isNull(pupilLinks.revokedAt)));
    if (!row) throw notFound('This link');
    return row;
  }

  async changeLink(
    db: Database,
    id: string,
    change: Partial<Pick<LinkRow, 'pinHash' | 'openedAt' | 'revokedAt'>>,
  ): Promise<void> {
    await db.update(pupilLinks).set(change).where(eq(pupilLinks.id, id));
  }

  /**
   * What a link opens on a day, the newest first; undefined where no link that works has this id or hash.
   * Asked at every request of every pupil's page: one question, planned once.
   */
  async opened(by: LinkName, today: string): Promise<OpenLink | undefined> {
    const rows = await ('id' in by
      ? this.#byId.execute({ ...by, today })
      : 'secretHash' in by
        ? this.#bySecret.execute({ ...by, today })
        : this.#byCode.execute({ ...by, today }));
    const [first] = rows;
    return (
      first && {
        link: first.link,
        school: first.school,
        embedOrigins: first.embedOrigins,
        records: first.records,
        items: rows.flatMap(({ item }) => item ?? []),
      }
    );
  }

  /**
   * Whether a link was ended: revoked, or its pupil deleted. Asked only where {@link opened} found nothing.
   * @returns the link, to check an access token against.
   */
  async ended(by: { readonly id: string } | { readonly secretHash: string }): Promise<LinkRow | undefined> {
    const [row] = await this.#db
      .select({ link: pupilLinks })
      .from(pupilLinks)
      .innerJoin(pupils, eq(pupils.id, pupilLinks.pupilId))
      .where(
        and(
          'id' in by ? eq(pupilLinks.id, by.id) : eq(pupilLinks.secretHash, by.secretHash),
          or(isNotNull(pupilLinks.revokedAt), isNotNull(pupils.deletedAt)),
        ),
      );
    return row?.link;
  }

  /**
   * Whether an assignment that opens nothing today will not open again: taken back, its last day past, its
   * handout deleted.
   */
  async isWithdrawn(id: string, today: string): Promise<boolean> {
    const [row] = await this.#db
      .select({ assignment: assignments, deletedAt: handouts.deletedAt })
      .from(assignments)
      .innerJoin(handouts, eq(handouts.id, assignments.handoutId))
      .where(eq(assignments.id, id));
    if (!row) return true;
    const { takenBackAt, lastDay } = row.assignment;
    return takenBackAt !== null || row.deletedAt !== null || (lastDay !== null && lastDay < today);
  }

  /** Stores events; those that are known already are passed over. @returns how many were new. */
  async addEvents(
    { schoolId, pupilId }: Pick<LinkRow, 'schoolId' | 'pupilId'>,
    events: readonly ListeningEvent[],
  ): Promise<number> {
    if (events.length === 0) return 0;
    const added = await this.#db
      .insert(listeningEvents)
      .values(
        events.map(({ assignment, at, ...event }) => ({
          ...event,
          assignmentId: assignment,
          at: plausible(new Date(at)),
          schoolId,
          pupilId,
        })),
      )
      .onConflictDoNothing()
      .returning({ id: listeningEvents.id });
    return added.length;
  }
}

/** Earlier packages after a renewal: the one that is replaced, and those whose time is not over. */
function stillFetched(): SQL<readonly FormerPackage[]> {
  const kept = sql`coalesce((
    select jsonb_agg(former) from jsonb_array_elements(${assignments.formerPackages}) former
    where (former->>'until')::timestamptz > now()
  ), '[]'::jsonb)`;
  const until = sql`to_char((now() + make_interval(hours => ${FORMER_HOURS})) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')`;
  return sql`case when ${assignments.package} is null then ${kept}
    else ${kept} || jsonb_build_array(jsonb_build_object('package', ${assignments.package}, 'until', ${until})) end`;
}

/**
 * A device's clock may be wrong by years: what it says counts only within the days for which a page works
 * offline.
 */
function plausible(at: Date): Date {
  const now = Date.now();
  return new Date(Math.min(now, Math.max(now - OFFLINE_DAYS * DAY, at.getTime())));
}

/** Whether an assignment is a page of the school's site. */
function isWebPageReading(assignment: PgColumn): SQL {
  return sql`exists (select 1 from ${webPageReadings} where ${webPageReadings.assignmentId} = ${assignment})`;
}

/** Links that work, each with what it opens on the day of the placeholder `today`. */
function openedBy(db: Database, which: SQL) {
  const today = sql`${sql.placeholder('today')}::date`;
  return db
    .select({
      link: pupilLinks,
      school: schools.name,
      embedOrigins: schools.embedOrigins,
      // Whoever hears a page of the school's site is not the pupil in whose way it is read.
      records: sql<boolean>`${schools.keepsRecords} and ${pupils.keepsRecords} and not ${isWebPageReading(pupilLinks.assignmentId)}`,
      item: assignments,
    })
    .from(pupilLinks)
    .innerJoin(schools, eq(schools.id, pupilLinks.schoolId))
    .innerJoin(pupils, and(eq(pupils.id, pupilLinks.pupilId), isNull(pupils.deletedAt)))
    .leftJoin(
      assignments,
      and(
        eq(assignments.pupilId, pupilLinks.pupilId),
        or(
          and(isNull(pupilLinks.assignmentId), not(isWebPageReading(assignments.id))),
          eq(assignments.id, pupilLinks.assignmentId),
        ),
        isNotNull(assignments.package),
        isNull(assignments.takenBackAt),
        or(isNull(assignments.firstDay), sql`${assignments.firstDay} <= ${today}`),
        or(isNull(assignments.lastDay), sql`${assignments.lastDay} >= ${today}`),
        sql`exists (select 1 from ${handouts} where ${handouts.id} = ${assignments.handoutId} and ${handouts.deletedAt} is null)`,
      ),
    )
    .where(and(which, isNull(pupilLinks.revokedAt)))
    .orderBy(desc(assignments.createdAt));
}
