import { z } from 'zod';
import { id, languageSchema, titleSchema } from './common.ts';
import { MAX_PHOTOS } from './photos.ts';
import { entryKindSchema } from './pronunciations.ts';

/** What identifies a block in its text, through edits. */
export const blockIdSchema = z.string().min(1).max(60);

export const blockSchema = z.object({
  /** A block that is new has none yet. */
  id: blockIdSchema.optional(),
  type: z.enum(['heading', 'paragraph', 'list-item', 'question', 'table-row', 'picture', 'equation']),
  level: z.number().int().min(1).max(6).optional(),
  label: z.string().optional(),
  columnHeaders: z.array(z.string()).optional(),
  /** Language of a passage in another language than the handout's. */
  language: languageSchema.optional(),
  /** Shown and not read aloud. */
  silent: z.literal(true).optional(),
  text: z.string(),
});
export type BlockView = z.infer<typeof blockSchema>;

/** A block as it is stored. */
const storedBlockSchema = blockSchema.required({ id: true });

/** How one word is to be said in one place of a handout. */
const occurrenceInputSchema = z.object({
  /** The block's id. */
  block: blockIdSchema,
  start: z.number().int().nonnegative().max(10_000_000),
  written: z.string().min(1).max(120),
  kind: entryKindSchema,
  said: z.string().trim().min(1, 'Enter how it is said.').max(240),
});
export type OccurrenceInput = z.infer<typeof occurrenceInputSchema>;

/** An entry for a place, or for every place of the handout where the same is written. */
export const setOccurrenceSchema = occurrenceInputSchema.extend({ everywhere: z.boolean().optional() });
export type SetOccurrence = z.infer<typeof setOccurrenceSchema>;

/** How the word in a place is read, and how else it could be; spoken words. */
export const otherReadingsSchema = z.object({ ways: z.array(z.string()) });
export type OtherReadings = z.infer<typeof otherReadingsSchema>;

export const occurrenceSchema = occurrenceInputSchema.extend({ id });
export type Occurrence = z.infer<typeof occurrenceSchema>;

const sourceKindSchema = z.enum(['typed', 'file', 'web-page', 'photos']);
const formatSchema = z.enum(['text', 'markdown']);
export type TextFormat = z.infer<typeof formatSchema>;

/** Something that was changed or left out when a document was read. */
const cleanUpSchema = z.object({
  rule: z.string().max(100),
  block: z.number().int().nonnegative().max(1_000_000),
  before: z.string(),
  after: z.string(),
});
export type CleanUpView = z.infer<typeof cleanUpSchema>;

/** What was found in a text, file or page before it becomes a handout. */
export const documentPreviewSchema = z.object({
  text: z.string(),
  format: formatSchema,
  title: z.string(),
  language: z.string(),
  /** Whether a voice here speaks the language. */
  hasVoice: z.boolean(),
  encoding: z.string().nullable(),
  words: z.number().int(),
  blocks: z.number().int(),
  headings: z.number().int(),
  /** Brings the source back when the handout is stored; null for typed text. */
  uploadId: z.uuid().nullable(),
  /** What was read of a document; null for plain text and Markdown, which can be changed as they are. */
  content: z.array(blockSchema).nullable(),
  warnings: z.array(z.string()),
  cleanUps: z.array(cleanUpSchema),
  /** Photos it was read of, in order; empty for all else. */
  photos: z.array(z.uuid()),
});
export type DocumentPreview = z.infer<typeof documentPreviewSchema>;

/** A key chosen by the client, to ask for its place in the queue. */
export const waitingKeySchema = z.string().regex(/^[0-9a-f]{16,64}$/u);

/**
 * How many documents are read before one that was uploaded; null when it is not in the line (yet, or any
 * more).
 */
export const placeInLineSchema = z.object({ ahead: z.number().int().nonnegative().nullable() });
export type PlaceInLine = z.infer<typeof placeInLineSchema>;

export const pageRequestSchema = z.object({
  address: z.string().trim().min(1, 'Enter a web address.').max(2000),
});

export const importRequestSchema = z.object({ text: z.string(), fileName: z.string().max(255).optional() });

export const handoutInputSchema = z.object({
  title: titleSchema,
  language: languageSchema,
  subject: z.string().trim().max(80).default(''),
  className: z.string().trim().max(80).default(''),
  text: z.string().default(''),
  format: formatSchema.default('text'),
  /** Blocks of a document; then `text` does not count. */
  content: z.array(blockSchema).optional(),
  cleanUps: z.array(cleanUpSchema).default([]),
  uploadId: z.uuid().optional(),
  /** Photos it was read of, in order; then `ticket` does not count. */
  photos: z.array(z.uuid()).max(MAX_PHOTOS).default([]),
});
export type HandoutInput = z.input<typeof handoutInputSchema>;

/** Short words of the teacher's own to find handouts by. */
const tagsSchema = z.array(z.string().trim().min(1).max(40)).max(20, 'A handout has at most 20 tags.');

/** Days after which what was deleted is gone for good. */
export const DELETED_DAYS = 30;

export const handoutQuerySchema = z.object({
  /** Words that the handout holds, in its title or its text. */
  search: z.string().trim().max(200).default(''),
  from: z.enum(['active', 'archive', 'deleted']).default('active'),
});

export type HandoutPlace = z.infer<typeof handoutQuerySchema>['from'];

export const handoutPatchSchema = z
  .object({
    title: titleSchema,
    language: languageSchema,
    subject: z.string().trim().max(80),
    className: z.string().trim().max(80),
    tags: tagsSchema,
    archived: z.boolean(),
  })
  .partial();
export type HandoutPatch = z.infer<typeof handoutPatchSchema>;

export const handoutSummarySchema = z.object({
  id,
  title: z.string(),
  subject: z.string(),
  className: z.string(),
  language: z.string(),
  words: z.number().int(),
  sourceKind: sourceKindSchema,
  sourceName: z.string().nullable(),
  /** Where a web page was found. */
  sourceAddress: z.string().nullable(),
  tags: z.array(z.string()),
  archived: z.boolean(),
  deletedAt: z.iso.datetime().nullable(),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  /** Pupils whose reading is made, by name. */
  readyFor: z.array(z.string()),
  /** Pupils for whom it is being made. */
  makingFor: z.array(z.string()),
  /** Pupils for whom it was made before its text was changed. */
  outOfDateFor: z.array(z.string()),
});
export type HandoutSummary = z.infer<typeof handoutSummarySchema>;

/** A text as it was when a reading was made of it. */
export const textSchema = z.object({
  hash: z.string(),
  language: z.string(),
  blocks: z.array(storedBlockSchema),
});
export type TextView = z.infer<typeof textSchema>;

export const handoutSchema = handoutSummarySchema.extend({
  blocks: z.array(storedBlockSchema),
  occurrences: z.array(occurrenceSchema),
  /** Those whose word is not in the text any more. */
  lostOccurrences: z.array(occurrenceSchema),
  /** Names the text. */
  contentHash: z.string(),
  cleanUps: z.array(cleanUpSchema),
});
export type Handout = z.infer<typeof handoutSchema>;
