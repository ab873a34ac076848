import { pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { handouts } from './handouts.ts';
import { assignments } from './assignments.ts';
import { pupils } from './people.ts';

/** Whose pages may be heard by their readers, one row a school. */
export const allowedSites = pgTable('allowed_sites', {
  schoolId: schoolId().primaryKey(),
  /** Origins of pages. */
  origins: text('origins').array().notNull().default([]),
  /** In whose way they are read; nothing is read while there is none. */
  pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'set null' }),
});

/** Pages that somebody wanted to hear. */
export const webPageReadings = pgTable(
  'web_page_readings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    address: text('address').notNull(),
    handoutId: uuid('handout_id').references(() => handouts.id, { onDelete: 'cascade' }),
    assignmentId: uuid('assignment_id').references(() => assignments.id, { onDelete: 'cascade' }),
    /** Of what was read of the page last: tells whether it has changed since. */
    contentHash: text('content_hash'),
    /** Why it could not be read when it was tried last. */
    error: text('error'),
    /** When it was fetched last, or somebody began to. */
    fetchedAt: moment('fetched_at').notNull(),
    createdAt: now('created_at'),
  },
  (table) => [unique('web_page_readings_address').on(table.schoolId, table.address)],
);
