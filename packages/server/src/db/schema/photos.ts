import type { Box, PageWarp, PhotoWord } from '@aurelfield/core/photo';
import { integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { bytes } from './columns.ts';
import { schoolId } from './schools.ts';
import { handouts } from './handouts.ts';

/** Pages of a photographed handout, with the words found on each in reading order. */
export const photoPages = pgTable(
  'photo_pages',
  {
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    schoolId: schoolId(),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    mediaType: text('media_type').notNull(),
    /** The photo as it came. */
    photo: bytes('photo').notNull(),
    /** The photo as screens show it: upright, a JPEG. */
    shown: bytes('shown').notNull(),
    /** The flattened page, a JPEG of `width` × `height` pixels. */
    flat: bytes('flat').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** Where the page lies in the photo. */
    warp: jsonb('warp').$type<PageWarp>().notNull(),
    words: jsonb('words').$type<readonly PhotoWord[]>().notNull(),
    unreadRegions: jsonb('unread_regions').$type<readonly Box[]>().notNull(),
    /** Numbers of the words that a teacher found right. */
    checked: jsonb('checked').$type<number[]>().notNull().default([]),
  },
  (table) => [primaryKey({ columns: [table.handoutId, table.position] })],
);
