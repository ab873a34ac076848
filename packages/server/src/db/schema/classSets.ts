import type { ParsedClassSetRequest } from '@aurelfield/api';
import { index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { jobGroups, jobs } from './jobs.ts';
import { pupils } from './people.ts';
import { readings } from './readings.ts';

/**
 * Handouts that are made for several pupils at once. What becomes of it is read off the jobs of its items.
 */
export const classSets = pgTable(
  'class_sets',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    title: text('title').notNull(),
    request: jsonb('request').$type<ParsedClassSetRequest>().notNull(),
    groupId: uuid('group_id').references(() => jobGroups.id, { onDelete: 'set null' }),
    /** When it was begun or gone on with last; how fast it goes is counted from here. */
    startedAt: now('started_at'),
    pausedAt: moment('paused_at'),
    cancelledAt: moment('cancelled_at'),
    createdAt: now('created_at'),
  },
  (table) => [index('class_sets_school').on(table.schoolId, table.createdAt)],
);

/** A file or set of files of a class set: one pupil's, of one handout or of all joined. */
export const classSetItems = pgTable(
  'class_set_items',
  {
    setId: uuid('set_id')
      .notNull()
      .references(() => classSets.id, { onDelete: 'cascade' }),
    position: integer('position').notNull(),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    handoutIds: uuid('handout_ids').array().notNull(),
    readingId: uuid('reading_id').references(() => readings.id, { onDelete: 'set null' }),
    /** The job that opens its readings, then the one that writes its file. */
    jobId: uuid('job_id').references(() => jobs.id, { onDelete: 'set null' }),
  },
  (table) => [
    primaryKey({ columns: [table.setId, table.position] }),
    index('class_set_items_job').on(table.jobId),
    index('class_set_items_reading').on(table.readingId),
    index('class_set_items_pupil').on(table.pupilId),
  ],
);
