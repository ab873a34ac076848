import { z } from 'zod';
import { id, languageSchema } from './common.ts';
import { blockSchema, occurrenceSchema } from './handouts.ts';

const versionReasonSchema = z.enum(['taken in', 'edited', 'fetched again', 'brought back', 'set aside']);

/** Names a browser window, as long as it is open. */
const windowSchema = z.string().min(1).max(60);

/** Blocks to be kept, and the state of the handout that they were made from. */
export const saveBlocksSchema = z.object({
  content: z.array(blockSchema).min(1, 'A handout needs some text.').max(50_000),
  /** Content hash of the handout before the change. */
  base: z.string(),
  reason: versionReasonSchema.exclude(['taken in', 'set aside']).default('edited'),
  window: windowSchema.optional(),
});
export type SaveBlocks = z.input<typeof saveBlocksSchema>;

export const savedSchema = z.object({
  contentHash: z.string(),
  words: z.number().int(),
  /** Entries for single places whose word this change took out. */
  lost: z.array(occurrenceSchema),
});
export type Saved = z.infer<typeof savedSchema>;

/** A text that is kept among the versions and is not made the handout's. */
export const setAsideSchema = saveBlocksSchema.pick({ content: true, window: true });

export const versionSchema = z.object({
  id,
  reason: versionReasonSchema,
  words: z.number().int(),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
});
export type VersionView = z.infer<typeof versionSchema>;

export const versionContentSchema = versionSchema.extend({ content: z.array(blockSchema) });

export const checkTextSchema = z.object({
  content: z.array(blockSchema).max(50_000),
  language: languageSchema,
});

const findingSchema = z.object({
  kind: z.enum(['spelling', 'sounds alike', 'punctuation', 'long sentence', 'picture']),
  block: z.number().int(),
  start: z.number().int(),
  end: z.number().int(),
  message: z.string(),
  instead: z.array(z.string()),
});
export type FindingView = z.infer<typeof findingSchema>;

export const checkedTextSchema = z.object({
  findings: z.array(findingSchema),
  /** How many were found; more than are listed. */
  total: z.number().int(),
  /** Readability of each section: the blocks from a heading to the next. */
  sections: z.array(
    z.object({
      block: z.number().int(),
      title: z.string(),
      words: z.number().int(),
      ease: z.number(),
      grade: z.number(),
    }),
  ),
});
export type CheckedText = z.infer<typeof checkedTextSchema>;

/** A web page as it is now, against the handout that was made of it. */
export const fetchedAgainSchema = z.object({
  content: z.array(blockSchema),
  added: z.array(z.string()),
  removed: z.array(z.string()),
});
