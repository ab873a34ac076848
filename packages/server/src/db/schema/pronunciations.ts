import { sql } from 'drizzle-orm';
import { boolean, check, pgEnum, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import { classes, subjects } from './classes.ts';
import { now } from './columns.ts';
import { pupils } from './people.ts';
import { schoolId } from './schools.ts';

export const scope = pgEnum('scope', ['pupil', 'class', 'subject', 'school']);
export const entryKind = pgEnum('entry_kind', ['respelling', 'ipa', 'x-sampa', 'alias']);

/** Entries for one part of speech go before those for all. */
export const entryPart = pgEnum('entry_part', ['noun', 'verb', 'past', 'adjective', 'any']);

/** How words are said. Entries for one pupil, class or subject, or for the whole school, are a list. */
export const pronunciations = pgTable(
  'pronunciations',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    scope: scope('scope').notNull(),
    pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'cascade' }),
    classId: uuid('class_id').references(() => classes.id, { onDelete: 'cascade' }),
    subjectId: uuid('subject_id').references(() => subjects.id, { onDelete: 'cascade' }),
    written: text('written').notNull(),
    kind: entryKind('kind').notNull(),
    said: text('said').notNull(),
    caseSensitive: boolean('case_sensitive').notNull().default(false),
    partOfSpeech: entryPart('part_of_speech').notNull().default('any'),
    createdAt: now('created_at'),
  },
  (table) => [
    unique('pronunciations_one_form')
      .on(table.schoolId, table.pupilId, table.classId, table.subjectId, table.written, table.partOfSpeech)
      .nullsNotDistinct(),
    check(
      'pronunciations_scope',
      sql`(${table.scope} = 'pupil') = (${table.pupilId} is not null) and (${table.scope} = 'class') = (${table.classId} is not null) and (${table.scope} = 'subject') = (${table.subjectId} is not null)`,
    ),
  ],
);

/** Words that a teacher has accepted as pronounced correctly. In lower case. */
export const acceptedWords = pgTable(
  'accepted_words',
  { schoolId: schoolId(), word: text('word').notNull() },
  (table) => [primaryKey({ columns: [table.schoolId, table.word] })],
);
