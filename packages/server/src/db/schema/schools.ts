import type { Naming } from '@aurelfield/api';
import { boolean, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { bytes, now } from './columns.ts';

export const schools = pgTable('schools', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
  /** How the school's files are called, as it was chosen last. */
  naming: jsonb('naming').$type<Naming>(),
  /** Whether listening is recorded at all, and after how many days records go. */
  keepsRecords: boolean('keeps_records').notNull().default(true),
  recordDays: integer('record_days').notNull().default(365),
  /** Artwork of the school's feeds; drawn where there is none. */
  artwork: bytes('artwork'),
  /** Origins of pages that may show an assignment in a frame. */
  embedOrigins: text('embed_origins').array().notNull().default([]),
  createdAt: now('created_at'),
});

/** Every row but those of the installation itself belongs to a school. */
export function schoolId() {
  return uuid('school_id')
    .notNull()
    .references(() => schools.id, { onDelete: 'cascade' });
}
