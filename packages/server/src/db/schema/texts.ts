import type { TextBlock } from '@aurelfield/core/text';
import { integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { now } from './columns.ts';
import { schoolId } from './schools.ts';

/**
 * The words of a handout at one moment, never changed, named by their hash. Handouts, versions and readings
 * point to texts.
 */
export const texts = pgTable(
  'texts',
  {
    schoolId: schoolId(),
    hash: text('hash').notNull(),
    language: text('language').notNull(),
    /** Displayed words. */
    words: integer('words').notNull(),
    blocks: jsonb('blocks').$type<readonly TextBlock[]>().notNull(),
    createdAt: now('created_at'),
  },
  (table) => [primaryKey({ columns: [table.schoolId, table.hash] })],
);
