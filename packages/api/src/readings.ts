import { z } from 'zod';
import { id } from './common.ts';
import { jobSchema } from './jobs.ts';
import { textSelectionSchema } from './listening.ts';
import { voiceSchema } from './pupils.ts';

export const openReadingSchema = z.object({
  handoutId: id,
  pupilId: id,
  /** Of a handout in two languages: which of them. */
  textSelection: textSelectionSchema.default('original'),
});

const costSchema = z.object({
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
  /** Names the text it was made of, which never changes under it. */
  textHash: z.string(),
  /** Whether something newer has taken its place. */
  retired: z.boolean(),
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
  /**
   * Displayed words: from and to in the text of the block, what is said for it, and whether the voice had to
   * spell it.
   */
  words: z.array(
    z.object({ start: offset, end: offset, said: z.string(), spelled: z.literal(true).optional() }),
  ),
  spokenWords: z.number().int(),
  /** Samples it lasts without the pause after it: measured when made, else estimated. */
  samples: z.number().int(),
  /** Samples of silence after it. */
  pauseAfter: z.number().int(),
  /** When each displayed word is heard, in samples from the sentence's own first; null until made. */
  times: z.array(z.tuple([z.number().int(), z.number().int()])).nullable(),
});
export type ReadingSentence = z.infer<typeof readingSentenceSchema>;

/**
 * What a teacher has decided about words of a reading: entries that were in force when it was planned, by
 * their written forms, and entries for single places.
 */
export const decidedSchema = z.object({
  entries: z.array(z.object({ written: z.string(), said: z.string(), caseSensitive: z.boolean() })),
  places: z.array(z.object({ block: offset, start: offset })),
});
export type Decided = z.infer<typeof decidedSchema>;

/** A piece of a handout that is shown and not said, and why. */
export const leftOutSchema = z.object({
  block: offset,
  start: offset,
  end: offset,
  text: z.string(),
  rule: z.string(),
});
export type LeftOutView = z.infer<typeof leftOutSchema>;

const MOST_SENTENCES = 10_000_000;
export const sentenceRangeSchema = z
  .object({
    from: z.coerce.number().int().min(0).max(MOST_SENTENCES),
    to: z.coerce.number().int().min(1).max(MOST_SENTENCES),
  })
  .refine(({ from, to }) => to > from && to - from <= 2000, 'Ask for 1 to 2000 sentences.');
