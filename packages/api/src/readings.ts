import { z } from 'zod';
import { id } from './common.ts';
import { voiceSchema } from './pupils.ts';

export const openReadingSchema = z.object({ handoutId: id, pupilId: id });

export const jobSchema = z.object({
  id,
  kind: z.enum(['make', 'export']),
  state: z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']),
  done: z.number().int(),
  total: z.number().int(),
  error: z.string().nullable(),
  /** Where the finished file is fetched, once there is one. */
  file: z.string().nullable(),
  fileName: z.string().nullable(),
});
export type Job = z.infer<typeof jobSchema>;

export const costSchema = z.object({
  /** Whether the teacher has agreed; nothing is sent to the service before. */
  agreed: z.boolean(),
  /** Characters that are still to be sent. */
  characters: z.number().int(),
  price: z.number(),
  currency: z.string(),
  /** Sent in this month so far, and what it cost. */
  used: z.number().int(),
  usedPrice: z.number(),
  freePerMonth: z.number().int(),
  service: z.string(),
  simulated: z.boolean(),
});
export type Cost = z.infer<typeof costSchema>;

export const readingSchema = z.object({
  id,
  handoutId: id,
  pupilId: id,
  voice: voiceSchema,
  language: z.string(),
  sampleRate: z.number(),
  pace: z.number(),
  /** Sentences planned so far; all of them when `planned`. */
  sentences: z.number().int(),
  planned: z.boolean(),
  /** Sentences whose clip is made. */
  made: z.number().int(),
  /** Seconds; exact once all is made. */
  duration: z.number().nullable(),
  job: jobSchema.nullable(),
  /** What making the rest with a priced voice would cost; null for voices that cost nothing. */
  cost: costSchema.nullable(),
});
export type Reading = z.infer<typeof readingSchema>;

const offset = z.number().int().nonnegative();

export const readingSentenceSchema = z.object({
  index: offset,
  block: offset,
  start: offset,
  end: offset,
  /** Displayed words: from and to in the text of the block, and what is said for it. */
  words: z.array(z.object({ start: offset, end: offset, said: z.string() })),
  spokenWords: z.number().int(),
  /** Seconds of silence after it. */
  pauseAfter: z.number(),
  /** Seconds the clip lasts: measured when made, else estimated. */
  duration: z.number(),
  /** Onset and end of each displayed word in seconds from the sentence's own start; null until made. */
  times: z.array(z.tuple([z.number(), z.number()])).nullable(),
});
export type ReadingSentence = z.infer<typeof readingSentenceSchema>;

/** A piece of a handout that is shown and not said, and why. */
export const leftOutSchema = z.object({
  block: offset,
  start: offset,
  end: offset,
  text: z.string(),
  rule: z.string(),
});
export type LeftOutView = z.infer<typeof leftOutSchema>;

export const sentenceRangeSchema = z
  .object({ from: z.coerce.number().int().min(0), to: z.coerce.number().int().min(1) })
  .refine(({ from, to }) => to > from && to - from <= 2000, 'Ask for 1 to 2000 sentences.');

export const exportRequestSchema = z.object({ format: z.enum(['mp3', 'wav']) });
export type ExportFormat = z.infer<typeof exportRequestSchema>['format'];
