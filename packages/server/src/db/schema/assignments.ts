import type { Allows, ListeningEvent } from '@aurelfield/api';
import { sql } from 'drizzle-orm';
import {
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { handouts } from './handouts.ts';
import { jobs } from './jobs.ts';
import { pupils } from './people.ts';
import { readings } from './readings.ts';

/** Files of an earlier version, and until when they may be fetched. */
export interface FormerPackage {
  readonly package: string;
  readonly until: string;
}

/** Frozen readings given to pupils. */
export const assignments = pgTable(
  'assignments',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    /** The reading that was frozen, as long as it is there. */
    readingId: uuid('reading_id').references(() => readings.id, { onDelete: 'set null' }),
    /** Names its files in the store; a new name at every freezing, none before the first. */
    package: uuid('package'),
    /** Earlier packages that open pages may still fetch, each until a moment (ISO). */
    formerPackages: jsonb('former_packages').$type<readonly FormerPackage[]>().notNull().default([]),
    title: text('title').notNull(),
    /** BCP 47, of the reading that was frozen. */
    language: text('language').notNull().default('en-GB'),
    seconds: doublePrecision('seconds').notNull().default(0),
    bytes: jsonb('bytes')
      .$type<{ opus: number; m4a: number; mp3: number }>()
      .notNull()
      .default({ opus: 0, m4a: 0, mp3: 0 }),
    version: integer('version').notNull().default(0),
    allows: jsonb('allows').$type<Allows>().notNull(),
    firstDay: date('first_day'),
    lastDay: date('last_day'),
    /** The job that makes its latest version. */
    jobId: uuid('job_id').references(() => jobs.id, { onDelete: 'set null' }),
    madeAt: moment('made_at'),
    takenBackAt: moment('taken_back_at'),
    createdAt: now('created_at'),
  },
  (table) => [
    uniqueIndex('assignments_one_out')
      .on(table.handoutId, table.pupilId)
      .where(sql`${table.takenBackAt} is null`),
    index('assignments_school').on(table.schoolId, table.createdAt),
    index('assignments_pupil').on(table.pupilId),
    index('assignments_package').on(table.package),
  ],
);

/** Ways to a pupil's page. Secret, code and PIN are kept as keyed hashes. */
export const pupilLinks = pgTable(
  'pupil_links',
  {
    id: uuid('id').primaryKey(),
    schoolId: schoolId(),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    /** The one assignment that it opens; none for all of the pupil's. */
    assignmentId: uuid('assignment_id').references(() => assignments.id, { onDelete: 'cascade' }),
    secretHash: text('secret_hash').notNull().unique(),
    codeHash: text('code_hash').notNull().unique(),
    pinHash: text('pin_hash'),
    openedAt: moment('opened_at'),
    revokedAt: moment('revoked_at'),
    createdAt: now('created_at'),
  },
  (table) => [
    index('pupil_links_pupil').on(table.pupilId),
    uniqueIndex('pupil_links_one')
      .on(table.pupilId, sql`coalesce(${table.assignmentId}, '00000000-0000-0000-0000-000000000000'::uuid)`)
      .where(sql`${table.revokedAt} is null`),
  ],
);

/** What happened on pupils' pages. The page names its events itself, so that one sent twice is one. */
export const listeningEvents = pgTable(
  'listening_events',
  {
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    id: uuid('id').notNull(),
    schoolId: schoolId(),
    assignmentId: uuid('assignment_id')
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    /** Version of the assignment at the time: sentences are numbered in it. */
    version: integer('version').notNull(),
    kind: text('kind').$type<ListeningEvent['kind']>().notNull(),
    at: moment('at').notNull(),
    sentence: integer('sentence'),
    amount: doublePrecision('amount').notNull(),
    text: text('text').notNull(),
    /** When the teacher saw it; of comments and marks. */
    seenAt: moment('seen_at'),
    receivedAt: now('received_at'),
  },
  (table) => [
    primaryKey({ columns: [table.pupilId, table.id] }),
    index('listening_events_assignment').on(table.assignmentId),
    index('listening_events_school').on(table.schoolId, table.at),
    index('listening_events_received').on(table.schoolId, table.receivedAt),
  ],
);
