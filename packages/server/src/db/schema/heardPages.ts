import { pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { moment, now, schoolId } from './columns.ts';
import { handouts } from './handouts.ts';
import { handOuts } from './handingOut.ts';
import { pupils } from './people.ts';

/** Whose pages may be heard by their readers, one row a school. */
export const heardSites = pgTable('heard_sites', {
  schoolId: schoolId().primaryKey(),
  /** Origins of pages. */
  origins: text('origins').array().notNull().default([]),
  /** In whose way they are read; nothing is read while there is none. */
  pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'set null' }),
});

/** Pages that somebody wanted to hear. */
export const heardPages = pgTable(
  'heard_pages',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    address: text('address').notNull(),
    handoutId: uuid('handout_id').references(() => handouts.id, { onDelete: 'cascade' }),
    handOutId: uuid('hand_out_id').references(() => handOuts.id, { onDelete: 'cascade' }),
    /** Of what was read of the page last: tells whether it has changed since. */
    contentHash: text('content_hash'),
    /** Why it could not be read when it was tried last. */
    error: text('error'),
    /** When it was fetched last, or somebody began to. */
    fetchedAt: moment('fetched_at').notNull(),
    createdAt: now('created_at'),
  },
  (table) => [unique('heard_pages_address').on(table.schoolId, table.address)],
);
