import { index, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';

/** Server-side sessions; columns as connect-pg-simple wants them. */
export const sessions = pgTable(
  'sessions',
  {
    sid: text('sid').primaryKey(),
    sess: jsonb('sess').notNull(),
    expire: timestamp('expire', { precision: 6 }).notNull(),
  },
  (table) => [index('sessions_expire').on(table.expire)],
);

/**
 * What all processes of an installation must agree on, by name: which sound store is theirs, where a stand-in
 * listens.
 */
export const installationSettings = pgTable('installation_settings', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});
