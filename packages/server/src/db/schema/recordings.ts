import type { RecordedSentence, RecordingScope, RecordingUse } from '@aurelfield/api';
import type { Edit } from '@aurelfield/core/timeline';
import {
  bigint,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import { moment, now } from './columns.ts';
import { schoolId } from './schools.ts';
import { handouts } from './handouts.ts';

export const recordingState = pgEnum('recording_state', ['taking', 'aligning', 'ready', 'failed']);

/**
 * A handout's text read by somebody, or a part of it. Its sound lies in the store and is never changed; edits
 * are a list.
 */
export const recordings = pgTable(
  'recordings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    origin: text('origin').$type<'microphone' | 'file'>().notNull(),
    /** Which sentences were to be read; null for all of the text. */
    scope: jsonb('scope').$type<RecordingScope>(),
    state: recordingState('state').notNull(),
    code: text('error_code'),
    error: text('error'),
    /** The job that aligns it. */
    jobId: uuid('job_id'),
    /** Samples a second of its parts while they come; afterwards all recordings have one rate. */
    sampleRate: integer('sample_rate').notNull(),
    /** Parts that have come. */
    parts: integer('parts').notNull().default(0),
    samples: bigint('samples', { mode: 'number' }).notNull().default(0),
    sentences: jsonb('sentences').$type<readonly RecordedSentence[]>().notNull().default([]),
    edits: jsonb('edits').$type<readonly Edit[]>().notNull().default([]),
    /** Counts changes of edits and words, so that a second window notices. */
    revision: integer('revision').notNull().default(0),
    /** Names its edits and words: part of the voice that its sentences are said in. */
    content: text('content').notNull().default(''),
    /** LUFS; null for silence. */
    loudness: doublePrecision('loudness'),
    /** Level of the room's noise in bands. */
    floor: jsonb('floor').$type<readonly number[]>().notNull().default([]),
    use: text('use').$type<RecordingUse>().notNull().default('everything'),
    createdAt: now('created_at'),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('recordings_handout').on(table.schoolId, table.handoutId)],
);
