import { integer, pgTable, text } from 'drizzle-orm/pg-core';
import { moment } from './columns.ts';

/**
 * How often something was done in the current time window, for all serving processes. Keys are keyed hashes:
 * no address is stored.
 */
export const rateLimits = pgTable('rate_limits', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  /** When the window ends and counting starts again. */
  until: moment('until').notNull(),
});
