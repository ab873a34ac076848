import type { Phrase, Scanning } from '@aurelfield/api';
import { index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { bytes, moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { pupils } from './people.ts';

/** Boards of large buttons that speak. */
export const boards = pgTable(
  'boards',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    /** Whose voice typed words are said in; a board for all without. */
    pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'set null' }),
    name: text('name').notNull(),
    columns: integer('columns').notNull(),
    scanning: jsonb('scanning').$type<Scanning>().notNull(),
    /** In the order of the board. */
    phrases: jsonb('phrases').$type<readonly Phrase[]>().notNull().default([]),
    /** SHA-256 of the secret in its link, hexadecimal. */
    linkHash: text('link_hash'),
    revision: integer('revision').notNull().default(1),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('boards_school').on(table.schoolId), uniqueIndex('boards_link').on(table.linkHash)],
);

/** Pictures of a school's own for buttons; PNG. */
export const phrasePictures = pgTable('phrase_pictures', {
  id: uuid('id').primaryKey().defaultRandom(),
  schoolId: schoolId(),
  content: bytes('content').notNull(),
  createdAt: now('created_at'),
});

/** What was typed and said on a board, for completing words; each text once, with when it was last said. */
export const boardSayings = pgTable(
  'board_sayings',
  {
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    schoolId: schoolId(),
    text: text('text').notNull(),
    times: integer('times').notNull().default(1),
    saidAt: now('said_at'),
  },
  (table) => [primaryKey({ columns: [table.boardId, table.text] })],
);
