import { z } from 'zod';
import { id } from './common.ts';
import { entryKindSchema, scopeSchema } from './pronunciations.ts';

/** What a word can be in its sentence, as far as it is marked. */
const WORD_CLASSES = ['noun', 'verb', 'adjective', 'adverb', 'pronoun'] as const;
export type WordClass = (typeof WORD_CLASSES)[number];

export const wordQuerySchema = z.object({
  word: z.string().trim().min(1).max(120),
  language: z.string().max(40),
  pupilId: id,
  /** The sentence that it stands in and where it begins there, for its likely meaning. */
  sentence: z.string().max(2000).default(''),
  start: z.coerce.number().int().nonnegative().default(0),
});
export type WordQuery = z.input<typeof wordQuerySchema>;

/** What is known of a word. */
export const wordFactsSchema = z.object({
  word: z.string(),
  /** How the pupil's voice says it by itself; null where it cannot tell. */
  ipa: z.string().nullable(),
  respelling: z.string().nullable(),
  syllables: z.object({ parts: z.array(z.string()), by: z.enum(['dictionary', 'rule']) }).nullable(),
  /** The likely one first. */
  meanings: z.array(z.object({ part: z.string(), meaning: z.string(), example: z.string().nullable() })),
  /** Words made of the same base. */
  family: z.array(z.string()),
});
export type WordFactsView = z.infer<typeof wordFactsSchema>;

export const hearWordSchema = z.object({
  word: z.string().trim().min(1).max(120),
  language: z.string().max(40),
  pupilId: id,
  way: z.enum(['normal', 'slowly', 'syllables']),
});
export type HearWord = z.infer<typeof hearWordSchema>;

/** What is marked in a block's text beside what is lit: where syllables begin, and what each word is. */
export const blockMarksSchema = z.object({
  words: z.array(
    z.object({
      start: z.number().int(),
      end: z.number().int(),
      /** Offsets in the block's text at which its further syllables begin. */
      breaks: z.array(z.number().int()),
      wordClass: z.enum(WORD_CLASSES).nullable(),
    }),
  ),
});
export type BlockMarks = z.infer<typeof blockMarksSchema>;

export const impactRequestSchema = z.object({
  written: z.string().trim().min(1).max(120),
  caseSensitive: z.boolean(),
  scope: scopeSchema,
  scopeValue: z.string().max(80),
});
export type ImpactRequest = z.infer<typeof impactRequestSchema>;

/** What an entry would change. */
export const impactSchema = z.object({
  handouts: z.array(
    z.object({
      id,
      title: z.string(),
      places: z.number().int(),
      /** The first of them, with what stands around it. */
      around: z.string(),
    }),
  ),
  places: z.number().int(),
  /** Readings in use that hold the word: their sentences with it are made again. */
  readings: z.number().int(),
  /** Entries of other lists for the same word, and whether they go before this one. */
  others: z.array(
    z.object({
      scope: scopeSchema,
      scopeValue: z.string(),
      kind: entryKindSchema,
      said: z.string(),
      wins: z.boolean(),
    }),
  ),
});
export type Impact = z.infer<typeof impactSchema>;
