import { boolean, pgEnum, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { now } from './columns.ts';
import { schoolId } from './schools.ts';

export const scope = pgEnum('scope', ['pupil', 'class', 'subject', 'school']);
export const entryKind = pgEnum('entry_kind', ['respelling', 'ipa', 'x-sampa', 'alias']);

/** Entries for one part of speech go before those for all. */
export const entryPart = pgEnum('entry_part', ['noun', 'verb', 'past', 'adjective', 'any']);

/** How words are said; entries of one scope and value are a list. */
export const pronunciations = pgTable(
  'pronunciations',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    scope: scope('scope').notNull(),
    /** The pupil's id, the class or the subject; empty for the school. */
    scopeValue: text('scope_value').notNull(),
    written: text('written').notNull(),
    kind: entryKind('kind').notNull(),
    said: text('said').notNull(),
    caseSensitive: boolean('case_sensitive').notNull().default(false),
    partOfSpeech: entryPart('part_of_speech').notNull().default('any'),
    createdAt: now('created_at'),
  },
  (table) => [
    uniqueIndex('pronunciations_one_form').on(
      table.schoolId,
      table.scope,
      table.scopeValue,
      table.written,
      table.partOfSpeech,
    ),
  ],
);

/** Words that a teacher has heard and found right: doubtful no more. In lower case. */
export const acceptedWords = pgTable(
  'accepted_words',
  { schoolId: schoolId(), word: text('word').notNull() },
  (table) => [primaryKey({ columns: [table.schoolId, table.word] })],
);
