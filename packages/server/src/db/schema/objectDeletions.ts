import { pgTable, text } from 'drizzle-orm/pg-core';
import { now } from './columns.ts';

/**
 * Stored objects to delete, noted in the transaction that deletes their rows: nothing is ever deleted because
 * its row is missing.
 */
export const objectDeletions = pgTable('object_deletions', {
  /** Beginning of the objects' names. */
  prefix: text('prefix').primaryKey(),
  createdAt: now('created_at'),
});
