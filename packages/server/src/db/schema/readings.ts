import type { PronunciationEntry } from '@aurelfield/core/pronunciation';
import type {
  VoicedPassage,
  PlacedEntry,
  PlanVoice,
  ProfileSettings,
  SpeechPlan,
} from '@aurelfield/core/speech';
import {
  bigint,
  boolean,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { handouts } from './handouts.ts';
import { pupils } from './people.ts';
import { texts } from './texts.ts';

/** The profile's settings that a reading was planned with, and the speed found for its text. */
export interface ReadingSettings extends Omit<ProfileSettings, 'voices'> {
  /** Standard words per minute without pauses. */
  readonly speed: number;
}

/** One text in one profile; retired, never deleted, when something newer takes its place. */
export const readings = pgTable(
  'readings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    textHash: text('text_hash').notNull(),
    /** Names all that decides how the reading sounds; another one is another reading. */
    planHash: text('plan_hash').notNull(),
    voice: text('voice').notNull(),
    engineVersion: text('engine_version').notNull(),
    sampleRate: integer('sample_rate').notNull(),
    settings: jsonb('settings').$type<ReadingSettings>().notNull(),
    /** Entries that were in force, in order of precedence. */
    lexicon: jsonb('lexicon').$type<readonly PronunciationEntry[]>().notNull().default([]),
    /** Entries for single places of the text, which go before them. */
    places: jsonb('places').$type<readonly PlacedEntry[]>().notNull().default([]),
    /** Voices for passages in other languages, by their tags. */
    passageVoices: jsonb('passage_voices').$type<Readonly<Record<string, PlanVoice>>>().notNull().default({}),
    /** Passages in voices of their own, by the number of their block. */
    voicedPassages: jsonb('voiced_passages').$type<readonly VoicedPassage[]>().notNull().default([]),
    /** Blocks whose sentences are planned; planning goes on from here after a stop. */
    plannedBlocks: integer('planned_blocks').notNull().default(0),
    planned: boolean('planned').notNull().default(false),
    sentences: integer('sentences').notNull().default(0),
    /**
     * Sentences whose clip is made, and how long they are with their pauses, in samples; counted when it is
     * made, not when somebody asks.
     */
    made: integer('made').notNull().default(0),
    samples: bigint('samples', { mode: 'number' }).notNull().default(0),
    /** Whether a teacher agreed to what its priced voice costs. */
    costAgreed: boolean('cost_agreed').notNull().default(false),
    createdAt: now('created_at'),
    retiredAt: moment('retired_at'),
  },
  (table) => [
    uniqueIndex('readings_one_plan').on(table.handoutId, table.pupilId, table.planHash),
    index('readings_school').on(table.schoolId),
    index('readings_pupil').on(table.pupilId),
    index('readings_text').on(table.schoolId, table.textHash),
    foreignKey({ columns: [table.schoolId, table.textHash], foreignColumns: [texts.schoolId, texts.hash] }),
  ],
);

/** Displayed word: from, to, index of its first spoken word, how many. */
export type StoredWord = readonly [start: number, end: number, firstSpoken: number, spokenCount: number];

export const readingSentences = pgTable(
  'reading_sentences',
  {
    readingId: uuid('reading_id')
      .notNull()
      .references(() => readings.id, { onDelete: 'cascade' }),
    schoolId: schoolId(),
    position: integer('position').notNull(),
    block: integer('block').notNull(),
    start: integer('start').notNull(),
    end: integer('end').notNull(),
    words: jsonb('words').$type<readonly StoredWord[]>().notNull(),
    plan: jsonb('plan').$type<SpeechPlan>().notNull(),
    clipKey: text('clip_key').notNull(),
    /** Seconds of silence at each break of the plan. */
    pauses: jsonb('pauses').$type<readonly number[]>().notNull(),
    /** Seconds of silence after it. */
    pauseAfter: doublePrecision('pause_after').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.readingId, table.position] }),
    index('reading_sentences_clip').on(table.schoolId, table.clipKey),
  ],
);
