import { customType, timestamp, uuid } from 'drizzle-orm/pg-core';
import { schools } from './people.ts';

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

/** Every row but those of the installation itself belongs to a school. */
export function schoolId() {
  return uuid('school_id')
    .notNull()
    .references(() => schools.id, { onDelete: 'cascade' });
}
