import type { Look } from '@aurelfield/api';
import type { Pauses, SpokenChoices } from '@aurelfield/core';
import { sql } from 'drizzle-orm';
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { moment, now, schoolId } from './columns.ts';

export const schools = pgTable('schools', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
  createdAt: now('created_at'),
});

export const teachers = pgTable('teachers', {
  id: uuid('id').primaryKey().defaultRandom(),
  schoolId: schoolId(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  passwordHash: text('password_hash').notNull(),
  createdAt: now('created_at'),
});

export const pupils = pgTable(
  'pupils',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    name: text('name').notNull(),
    note: text('note').notNull().default(''),
    createdAt: now('created_at'),
    archivedAt: moment('archived_at'),
  },
  (table) => [index('pupils_school').on(table.schoolId)],
);

export const loudnessChoice = pgEnum('loudness_choice', ['usual', 'louder']);

/** A pupil's settings; older ones stay, so that it can be seen what a reading was made with. */
export const profiles = pgTable(
  'profiles',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    current: boolean('current').notNull().default(true),
    voices: jsonb('voices').$type<Record<string, string>>().notNull(),
    pace: integer('pace').notNull(),
    pitch: doublePrecision('pitch').notNull(),
    loudness: loudnessChoice('loudness').notNull().default('usual'),
    pauses: jsonb('pauses').$type<Pauses>().notNull(),
    choices: jsonb('choices')
      .$type<SpokenChoices>()
      .notNull()
      .default({ emoji: 'named', citations: 'said', announcements: 'none' }),
    look: jsonb('look').$type<Look>().notNull(),
    createdAt: now('created_at'),
  },
  (table) => [
    uniqueIndex('profiles_one_current')
      .on(table.pupilId)
      .where(sql`${table.current}`),
  ],
);
