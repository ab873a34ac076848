import { customType, timestamp } from 'drizzle-orm/pg-core';

/** Bytes as they are. */
export const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** The words of a text for full-text search. */
export const searchWords = customType<{ data: string }>({ dataType: () => 'tsvector' });

export function moment(name: string) {
  return timestamp(name, { withTimezone: true });
}

/** When a row was made or changed: now, unless something else is said. */
export function now(name: string) {
  return moment(name).notNull().defaultNow();
}
