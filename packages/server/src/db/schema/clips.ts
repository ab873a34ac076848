import { index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';

/** A sentence's sound, by the hash of its plan. The samples lie in the sound store. */
export const clips = pgTable(
  'clips',
  {
    schoolId: schoolId(),
    key: text('key').notNull(),
    voice: text('voice').notNull(),
    sampleRate: integer('sample_rate').notNull(),
    samples: integer('samples').notNull(),
    /** When each spoken word is heard, in samples. */
    words: jsonb('words').$type<readonly (readonly [from: number, to: number])[]>().notNull(),
    /** Samples at which silence can be inserted. */
    cuts: jsonb('cuts').$type<readonly number[]>().notNull(),
    /** Spoken words that the voice had to spell, by their number. */
    spelledWords: jsonb('spelled_words').$type<readonly number[]>().notNull().default([]),
    /** Samples of silence that it ends with of itself. */
    trailingSilence: integer('trailing_silence').notNull().default(0),
    /**
     * Its name in the object store; new for each making, so that deleting an old one never deletes its
     * successor.
     */
    object: text('object').notNull(),
    bytes: integer('bytes').notNull(),
    createdAt: now('created_at'),
    /** To the hour. */
    usedAt: now('used_at'),
  },
  (table) => [
    primaryKey({ columns: [table.schoolId, table.key] }),
    index('clips_used').on(table.schoolId, table.usedAt),
  ],
);

/** Who is making a clip at the moment, so that nobody else does. */
export const clipClaims = pgTable(
  'clip_claims',
  {
    schoolId: schoolId(),
    key: text('key').notNull(),
    holder: text('holder').notNull(),
    /** Whoever comes after this may take it over. */
    until: moment('until').notNull(),
    /** What was booked for it, and where; taken over with the claim, so that nothing is booked twice. */
    engine: text('engine'),
    month: text('month'),
    characters: integer('characters').notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.schoolId, table.key] })],
);

/** Characters a school sent to a priced voice service, by month ("2026-11"). */
export const pricedUse = pgTable(
  'priced_use',
  {
    schoolId: schoolId(),
    engine: text('engine').notNull(),
    month: text('month').notNull(),
    characters: integer('characters').notNull(),
  },
  (table) => [primaryKey({ columns: [table.schoolId, table.engine, table.month] })],
);
