import type { VoicedPassage, ParallelTextPair, MarkColour } from '@aurelfield/api';
import { boolean, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { handouts } from './handouts.ts';
import { teachers } from './people.ts';

/** Passages of a handout that were marked for study. */
export const studyMarks = pgTable(
  'study_marks',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    /** The block's id. */
    block: text('block').notNull(),
    start: integer('start').notNull(),
    end: integer('end').notNull(),
    /** What was marked, by which it is found again when the text has changed. */
    written: text('written').notNull(),
    colour: text('colour').$type<MarkColour>().notNull(),
    note: text('note').notNull().default(''),
    createdAt: now('created_at'),
  },
  (table) => [index('study_marks_handout').on(table.handoutId)],
);

/** Several voices for a handout: who has which, and where the teacher corrected who speaks. */
export const voiceAssignments = pgTable('voice_assignments', {
  handoutId: uuid('handout_id')
    .primaryKey()
    .references(() => handouts.id, { onDelete: 'cascade' }),
  schoolId: schoolId(),
  isOn: boolean('is_on').notNull(),
  voices: jsonb('voices').$type<Readonly<Record<string, string>>>().notNull(),
  passages: jsonb('passages').$type<readonly VoicedPassage[]>().notNull(),
  revision: integer('revision').notNull(),
  teacherId: uuid('teacher_id').references(() => teachers.id, { onDelete: 'set null' }),
  updatedAt: moment('updated_at').notNull().defaultNow(),
});

/** A handout's text in another language, sentence by sentence. */
export const parallelTexts = pgTable('parallel_texts', {
  handoutId: uuid('handout_id')
    .primaryKey()
    .references(() => handouts.id, { onDelete: 'cascade' }),
  schoolId: schoolId(),
  language: text('language').notNull(),
  origin: text('origin').$type<'typed' | 'table' | 'translated'>().notNull(),
  pairs: jsonb('pairs').$type<readonly ParallelTextPair[]>().notNull(),
  revision: integer('revision').notNull(),
  teacherId: uuid('teacher_id').references(() => teachers.id, { onDelete: 'set null' }),
  updatedAt: moment('updated_at').notNull().defaultNow(),
});
