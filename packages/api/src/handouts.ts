import { z } from 'zod';
import { id, languageSchema, titleSchema } from './common.ts';
import { entryKindSchema } from './pronunciations.ts';

export const blockSchema = z.object({
  type: z.enum(['heading', 'paragraph', 'list-item', 'question', 'table-row', 'picture']),
  level: z.number().int().min(1).max(6).optional(),
  label: z.string().optional(),
  heads: z.array(z.string()).optional(),
  text: z.string(),
});
export type BlockView = z.infer<typeof blockSchema>;

/** How one word is said in one place of a handout. */
export const occurrenceSchema = z.object({
  block: z.number().int().nonnegative(),
  start: z.number().int().nonnegative(),
  written: z.string().min(1).max(120),
  kind: entryKindSchema,
  said: z.string().trim().min(1, 'Enter how it is said.').max(240),
});
export type Occurrence = z.infer<typeof occurrenceSchema>;

export const sourceKindSchema = z.enum(['typed', 'file']);
export const formatSchema = z.enum(['text', 'markdown']);
export type TextFormat = z.infer<typeof formatSchema>;

/** What was found in a text or file before it becomes a handout. */
export const intakeSchema = z.object({
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
});
export type Intake = z.infer<typeof intakeSchema>;

export const intakeRequestSchema = z.object({ text: z.string(), fileName: z.string().max(255).optional() });

export const handoutInputSchema = z.object({
  title: titleSchema,
  language: languageSchema,
  subject: z.string().trim().max(80).default(''),
  className: z.string().trim().max(80).default(''),
  text: z.string(),
  format: formatSchema,
});
export type HandoutInput = z.infer<typeof handoutInputSchema>;

export const handoutPatchSchema = z
  .object({
    title: titleSchema,
    language: languageSchema,
    subject: z.string().trim().max(80),
    className: z.string().trim().max(80),
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
  createdAt: z.iso.datetime(),
  /** Pupils whose reading is made, by name. */
  readyFor: z.array(z.string()),
});
export type HandoutSummary = z.infer<typeof handoutSummarySchema>;

export const handoutSchema = handoutSummarySchema.extend({
  blocks: z.array(blockSchema),
  occurrences: z.array(occurrenceSchema),
});
export type Handout = z.infer<typeof handoutSchema>;
