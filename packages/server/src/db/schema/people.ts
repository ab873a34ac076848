import type { ReadingStyle, QualityChoice, Trial } from '@aurelfield/api';
import type { Pauses, SpokenChoices } from '@aurelfield/core/speech';
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
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';

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
    year: text('year').notNull().default(''),
    /** Whether somebody agreed that this pupil's listening is recorded. */
    keepsRecords: boolean('keeps_records').notNull().default(false),
    /** Counts changes, so that two teachers do not write over each other. */
    revision: integer('revision').notNull().default(1),
    createdAt: now('created_at'),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('pupils_school').on(table.schoolId)],
);

export const loudnessChoice = pgEnum('loudness_choice', ['default', 'louder']);

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
    loudness: loudnessChoice('loudness').notNull().default('default'),
    pauses: jsonb('pauses').$type<Pauses>().notNull(),
    choices: jsonb('choices')
      .$type<SpokenChoices>()
      .notNull()
      .default({ emoji: 'named', citations: 'said', announcements: 'none' }),
    readingStyle: jsonb('reading_style').$type<ReadingStyle>().notNull(),
    pausesByPace: boolean('pauses_by_pace').notNull().default(false),
    fileKind: text('file_kind').notNull().default('mp3'),
    fileQuality: jsonb('file_quality')
      .$type<QualityChoice>()
      .notNull()
      .default({ sampleRate: 22_050, bitRate: 64 }),
    /** Who made it and why, and what was heard before it was chosen. */
    teacherId: uuid('teacher_id').references(() => teachers.id, { onDelete: 'set null' }),
    reason: text('reason').notNull().default(''),
    trials: jsonb('trials').$type<readonly Trial[]>().notNull().default([]),
    createdAt: now('created_at'),
  },
  (table) => [
    index('profiles_pupil').on(table.pupilId, table.createdAt),
    uniqueIndex('profiles_one_current')
      .on(table.pupilId)
      .where(sql`${table.current}`),
  ],
);
