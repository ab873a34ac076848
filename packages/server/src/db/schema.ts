import type { Look } from '@aurelfield/api';
import type {
  Block,
  Box,
  CleanUp,
  LoudnessChoice,
  PageWarp,
  Pauses,
  PhotoWord,
  PlanVoice,
  PlacedEntry,
  PronunciationEntry,
  SpeechPlan,
  SpokenChoices,
} from '@aurelfield/core';
import { sql } from 'drizzle-orm';
import {
  boolean,
  customType,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
const now = (name: string) => timestamp(name, { withTimezone: true }).notNull().defaultNow();

export const schools = pgTable('schools', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
  createdAt: now('created_at'),
});

const schoolId = () =>
  uuid('school_id')
    .notNull()
    .references(() => schools.id, { onDelete: 'cascade' });

export const teachers = pgTable('teachers', {
  id: uuid('id').primaryKey().defaultRandom(),
  schoolId: schoolId(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  passwordHash: text('password_hash').notNull(),
  createdAt: now('created_at'),
});

/** Server-side sessions; columns as connect-pg-simple wants them. */
export const sessions = pgTable('sessions', {
  sid: text('sid').primaryKey(),
  sess: jsonb('sess').notNull(),
  expire: timestamp('expire', { precision: 6 }).notNull(),
});

export const pupils = pgTable(
  'pupils',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    name: text('name').notNull(),
    note: text('note').notNull().default(''),
    createdAt: now('created_at'),
    archivedAt: timestamp('archived_at', { withTimezone: true }),
  },
  (table) => [index('pupils_school').on(table.schoolId)],
);

export const loudnessChoice = pgEnum('loudness_choice', ['usual', 'louder']);

/** A pupil's settings; older ones stay, so that it can be seen what a reading was made with. */
export const profiles = pgTable(
  'profiles',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    current: boolean('current').notNull().default(true),
    voices: jsonb('voices').$type<Record<string, string>>().notNull(),
    pace: integer('pace').notNull(),
    pitch: doublePrecision('pitch').notNull(),
    loudness: loudnessChoice('loudness').notNull().default('usual'),
    pauses: jsonb('pauses').$type<Pauses>().notNull(),
    choices: jsonb('choices')
      .$type<SpokenChoices>()
      .notNull()
      .default({ emoji: 'named', citations: 'said', announcements: 'none' }),
    look: jsonb('look').$type<Look>().notNull(),
    createdAt: now('created_at'),
  },
  (table) => [
    uniqueIndex('profiles_one_current')
      .on(table.pupilId)
      .where(sql`${table.current}`),
  ],
);

export const scope = pgEnum('scope', ['pupil', 'class', 'subject', 'school']);
export const entryKind = pgEnum('entry_kind', ['respelling', 'ipa', 'x-sampa', 'alias']);

/** Entries for one part of speech go before those for all. */
export const entryPart = pgEnum('entry_part', ['noun', 'verb', 'past', 'adjective', 'any']);

/** How words are said; entries of one scope and value are a list. */
export const pronunciations = pgTable(
  'pronunciations',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    scope: scope('scope').notNull(),
    /** The pupil's id, the class or the subject; empty for the school. */
    scopeValue: text('scope_value').notNull(),
    written: text('written').notNull(),
    kind: entryKind('kind').notNull(),
    said: text('said').notNull(),
    caseSensitive: boolean('case_sensitive').notNull().default(false),
    partOfSpeech: entryPart('part_of_speech').notNull().default('any'),
    createdAt: now('created_at'),
  },
  (table) => [
    uniqueIndex('pronunciations_one_form').on(
      table.schoolId,
      table.scope,
      table.scopeValue,
      table.written,
      table.partOfSpeech,
    ),
  ],
);

/** Words that a teacher has heard and found right: doubtful no more. In lower case. */
export const acceptedWords = pgTable(
  'accepted_words',
  { schoolId: schoolId(), word: text('word').notNull() },
  (table) => [primaryKey({ columns: [table.schoolId, table.word] })],
);

export const sourceKind = pgEnum('source_kind', ['typed', 'file', 'web-page', 'photos']);

export const handouts = pgTable(
  'handouts',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    teacherId: uuid('teacher_id').references(() => teachers.id, { onDelete: 'set null' }),
    title: text('title').notNull(),
    subject: text('subject').notNull().default(''),
    className: text('class_name').notNull().default(''),
    language: text('language').notNull(),
    words: integer('words').notNull(),
    /** Hash of the blocks: what a reading was planned from. */
    contentHash: text('content_hash').notNull(),
    /** What was changed or left out when its source was read. */
    cleanUps: jsonb('clean_ups').$type<readonly CleanUp[]>().notNull().default([]),
    tags: text('tags').array().notNull().default([]),
    archivedAt: timestamp('archived_at', { withTimezone: true }),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (table) => [index('handouts_school').on(table.schoolId, table.createdAt)],
);

/** Where a handout came from, kept as it was. */
export const sources = pgTable('sources', {
  handoutId: uuid('handout_id')
    .primaryKey()
    .references(() => handouts.id, { onDelete: 'cascade' }),
  schoolId: schoolId(),
  kind: sourceKind('kind').notNull(),
  fileName: text('file_name'),
  /** Where a web page was found. */
  address: text('address'),
  mediaType: text('media_type').notNull(),
  content: bytes('content').notNull(),
});

/** Pages of a photographed handout, with the words found on each in reading order. */
export const photoPages = pgTable(
  'photo_pages',
  {
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    schoolId: schoolId(),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    mediaType: text('media_type').notNull(),
    /** The photo as it came. */
    photo: bytes('photo').notNull(),
    /** The photo as screens show it: upright, a JPEG. */
    shown: bytes('shown').notNull(),
    /** The page laid flat, a JPEG of `width` × `height` pixels. */
    flat: bytes('flat').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** Where the page lies in the photo. */
    warp: jsonb('warp').$type<PageWarp>().notNull(),
    words: jsonb('words').$type<readonly PhotoWord[]>().notNull(),
    bare: jsonb('bare').$type<readonly Box[]>().notNull(),
    /** Numbers of the words that a teacher found right. */
    checked: jsonb('checked').$type<number[]>().notNull().default([]),
  },
  (table) => [primaryKey({ columns: [table.handoutId, table.position] })],
);

export const blockType = pgEnum('block_type', [
  'heading',
  'paragraph',
  'list-item',
  'question',
  'table-row',
  'picture',
]);

export const blocks = pgTable(
  'blocks',
  {
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    schoolId: schoolId(),
    position: integer('position').notNull(),
    type: blockType('type').notNull(),
    level: integer('level'),
    label: text('label'),
    /** Heads of a table's columns. */
    heads: jsonb('heads').$type<readonly string[]>(),
    /** Of a passage in another language than the handout's. */
    language: text('language'),
    /** Shown and not read aloud. */
    silent: boolean('silent').notNull().default(false),
    text: text('text').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.handoutId, table.position] }),
    index('blocks_search').using('gin', sql`to_tsvector('english', ${table.text})`),
  ],
);

export const versionReason = pgEnum('version_reason', [
  'taken in',
  'edited',
  'fetched again',
  'brought back',
]);

/** A handout's blocks as they were; edits that follow each other closely are one version. */
export const versions = pgTable(
  'versions',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    reason: versionReason('reason').notNull(),
    blocks: jsonb('blocks').$type<readonly Omit<Block, 'offset'>[]>().notNull(),
    words: integer('words').notNull(),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
  },
  (table) => [index('versions_handout').on(table.handoutId, table.createdAt)],
);

/** How one word is said in one place of a handout, for everyone. */
export const occurrences = pgTable(
  'occurrences',
  {
    handoutId: uuid('handout_id')
      .notNull()
      .references(() => handouts.id, { onDelete: 'cascade' }),
    schoolId: schoolId(),
    block: integer('block').notNull(),
    /** Where the word stands in the block's text, and what is written there. */
    start: integer('start').notNull(),
    written: text('written').notNull(),
    kind: entryKind('kind').notNull(),
    said: text('said').notNull(),
  },
  (table) => [primaryKey({ columns: [table.handoutId, table.block, table.start] })],
);

/** A sentence's audio, by the hash of its plan. The samples lie in the clip folder under the same key. */
export const clips = pgTable(
  'clips',
  {
    schoolId: schoolId(),
    key: text('key').notNull(),
    voice: text('voice').notNull(),
    sampleRate: integer('sample_rate').notNull(),
    samples: integer('samples').notNull(),
    /** Onset and end of each spoken word in seconds. */
    wordTimes: jsonb('word_times').$type<readonly (readonly [number, number])[]>().notNull(),
    createdAt: now('created_at'),
  },
  (table) => [primaryKey({ columns: [table.schoolId, table.key] })],
);

export interface ReadingSettings {
  /** Spoken words per minute, as asked for. */
  readonly pace: number;
  /** Standard words per minute without pauses, as found for this handout. */
  readonly speed: number;
  readonly pitch: number;
  readonly pauses: Pauses;
  readonly loudness: LoudnessChoice;
  readonly choices?: SpokenChoices;
}

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
    /** Hash of all that decides how the reading sounds; another one is another reading. */
    planHash: text('plan_hash').notNull(),
    language: text('language').notNull(),
    voice: text('voice').notNull(),
    engineVersion: text('engine_version').notNull(),
    sampleRate: integer('sample_rate').notNull(),
    settings: jsonb('settings').$type<ReadingSettings>().notNull(),
    /** Entries that were in force, in order of precedence. */
    lexicon: jsonb('lexicon').$type<readonly PronunciationEntry[]>().notNull().default([]),
    /** Entries for single places, which go before them. */
    occurrences: jsonb('occurrences').$type<readonly PlacedEntry[]>().notNull().default([]),
    /** Voices for passages in other languages, by their tags. */
    passageVoices: jsonb('passage_voices').$type<Readonly<Record<string, PlanVoice>>>().notNull().default({}),
    /** Blocks whose sentences are planned; planning goes on from here after a stop. */
    plannedBlocks: integer('planned_blocks').notNull().default(0),
    planned: boolean('planned').notNull().default(false),
    sentences: integer('sentences').notNull().default(0),
    /** Whether a teacher agreed to what its priced voice costs. */
    costAgreed: boolean('cost_agreed').notNull().default(false),
    createdAt: now('created_at'),
  },
  (table) => [uniqueIndex('readings_one_plan').on(table.handoutId, table.pupilId, table.planHash)],
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
    /** Seconds. */
    pauseAfter: doublePrecision('pause_after').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.readingId, table.position] }),
    index('reading_sentences_clip').on(table.schoolId, table.clipKey),
  ],
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

export const jobKind = pgEnum('job_kind', ['make', 'export']);
export const jobState = pgEnum('job_state', ['waiting', 'running', 'done', 'failed', 'cancelled']);

/** Long work as a teacher sees it; the queue that carries it out is pg-boss's. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    kind: jobKind('kind').notNull(),
    readingId: uuid('reading_id')
      .notNull()
      .references(() => readings.id, { onDelete: 'cascade' }),
    format: text('format'),
    state: jobState('state').notNull().default('waiting'),
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    error: text('error'),
    file: text('file'),
    fileName: text('file_name'),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
  },
  (table) => [index('jobs_reading').on(table.readingId, table.kind)],
);
