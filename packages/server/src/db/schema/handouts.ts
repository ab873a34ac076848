import type { CleanUp } from '@aurelfield/core/page';
import { sql } from 'drizzle-orm';
import {
  foreignKey,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { classes, subjects } from './classes.ts';
import { bytes, moment, now, searchWords } from './columns.ts';
import { schoolId } from './schools.ts';
import { teachers } from './people.ts';
import { entryKind } from './pronunciations.ts';
import { texts } from './texts.ts';

export const sourceKind = pgEnum('source_kind', ['typed', 'file', 'web-page', 'photos']);

export const handouts = pgTable(
  'handouts',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    teacherId: uuid('teacher_id').references(() => teachers.id, { onDelete: 'set null' }),
    title: text('title').notNull(),
    subjectId: uuid('subject_id').references(() => subjects.id, { onDelete: 'set null' }),
    classId: uuid('class_id').references(() => classes.id, { onDelete: 'set null' }),
    /** The text it has now. */
    textHash: text('text_hash').notNull(),
    /** What was changed or left out when its source was read. */
    cleanUps: jsonb('clean_ups').$type<readonly CleanUp[]>().notNull().default([]),
    tags: text('tags').array().notNull().default([]),
    archivedAt: moment('archived_at'),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
    deletedAt: moment('deleted_at'),
  },
  (table) => [
    index('handouts_school').on(table.schoolId, table.createdAt),
    index('handouts_text').on(table.schoolId, table.textHash),
    index('handouts_class').on(table.classId),
    index('handouts_subject').on(table.subjectId),
    foreignKey({ columns: [table.schoolId, table.textHash], foreignColumns: [texts.schoolId, texts.hash] }),
  ],
);

/** Where a handout came from, kept as it was. */
export const sources = pgTable('sources', {
  handoutId: uuid('handout_id')
    .primaryKey()
    .references(() => handouts.id, { onDelete: 'cascade' }),
  schoolId: schoolId(),
  kind: sourceKind('kind').notNull(),
  fileName: text('file_name'),
  /** Where a web page was found. */
  address: text('address'),
  mediaType: text('media_type').notNull(),
  content: bytes('content').notNull(),
});

/** The words of a handout's text, in parts that full-text search can hold. */
export const searchParts = pgTable(
  'search_parts',
  {
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    part: integer('part').notNull(),
    words: searchWords('words').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.handoutId, table.part] }),
    index('search_parts_words').using('gin', table.words),
  ],
);

export const versionReason = pgEnum('version_reason', [
  'taken in',
  'edited',
  'fetched again',
  'brought back',
  'set aside',
]);

/**
 * Texts a handout has had, or that were set aside for another; edits in one window that follow each other
 * closely are one version.
 */
export const versions = pgTable(
  'versions',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    reason: versionReason('reason').notNull(),
    textHash: text('text_hash').notNull(),
    teacherId: uuid('teacher_id').references(() => teachers.id, { onDelete: 'set null' }),
    /** The browser window it was edited in. */
    window: text('window'),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
  },
  (table) => [
    index('versions_handout').on(table.handoutId, table.createdAt),
    index('versions_text').on(table.schoolId, table.textHash),
    foreignKey({ columns: [table.schoolId, table.textHash], foreignColumns: [texts.schoolId, texts.hash] }),
  ],
);

/**
 * How one word is said in one place of a handout, for everyone. Carried over from text to text; one whose
 * word is gone is lost until it is back or taken out.
 */
export const anchors = pgTable(
  'anchors',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    /** The block's id. */
    block: text('block').notNull(),
    /** Where the word stands in the block's text, and what is written there. */
    start: integer('start').notNull(),
    written: text('written').notNull(),
    kind: entryKind('kind').notNull(),
    said: text('said').notNull(),
    lostAt: moment('lost_at'),
  },
  (table) => [
    uniqueIndex('anchors_one_place')
      .on(table.handoutId, table.block, table.start)
      .where(sql`${table.lostAt} is null`),
  ],
);
