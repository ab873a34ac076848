import { ENTRY_PARTS } from '@aurelfield/core/pronunciation';
import { z } from 'zod';
import { id } from './common.ts';

/** Whom a list is for; the narrower one goes before the wider. */
export const scopeSchema = z.enum(['pupil', 'class', 'subject', 'school']);
export type Scope = z.infer<typeof scopeSchema>;

export const entryKindSchema = z.enum(['respelling', 'ipa', 'x-sampa', 'alias']);

/** A list: its scope, and which pupil (by id), class or subject it is for; empty for the school. */
export const listSchema = z
  .object({ scope: scopeSchema, scopeValue: z.string().trim().max(120) })
  .refine(
    ({ scope, scopeValue }) => (scope === 'school') === (scopeValue === ''),
    'Say which pupil, class or subject it is for.',
  );

const entryFields = z.object({
  written: z
    .string()
    .trim()
    .min(1, 'Enter the word as it is written.')
    .max(120, 'A written form has at most 120 characters.'),
  said: z
    .string()
    .trim()
    .min(1, 'Enter how it is said.')
    .max(240, 'A pronunciation has at most 240 characters.'),
  kind: entryKindSchema,
  caseSensitive: z.boolean(),
  /** The entry is for the word as this part of speech alone. */
  partOfSpeech: z.enum(['any', ...ENTRY_PARTS]).default('any'),
});

export const entryInputSchema = entryFields.and(listSchema);
export type EntryInput = z.infer<typeof entryInputSchema>;

export const entrySchema = entryFields.extend({ id, scope: scopeSchema, scopeValue: z.string() });
export type Entry = z.infer<typeof entrySchema>;

/**
 * What becomes of a pronunciation: its sounds, a respelling to show, and what the voice cannot say as it is.
 */
export const checkedSchema = z.object({
  ipa: z.string().nullable(),
  respelling: z.string().nullable(),
  changes: z.array(z.object({ wanted: z.string(), given: z.string() })),
});
export type Checked = z.infer<typeof checkedSchema>;

/** A word of a handout that its voice may say wrongly. */
const doubtfulSchema = z.object({
  written: z.string(),
  /** Why, in plain words. */
  doubts: z.array(z.string()),
  places: z.array(z.object({ block: z.number(), start: z.number(), end: z.number(), around: z.string() })),
  /** How the voice says it by itself; null where the engine cannot tell. */
  ipa: z.string().nullable(),
  respelling: z.string().nullable(),
  syllables: z.number().int().nullable(),
});
export type Doubtful = z.infer<typeof doubtfulSchema>;

export const doubtfulListSchema = z.object({ voice: z.string(), words: z.array(doubtfulSchema) });

/** Doubtful words of all handouts on the shelf, each once, with the handouts it stands in. */
export const doubtfulQueueSchema = z.object({
  voice: z.string(),
  words: z.array(doubtfulSchema.extend({ heardIn: z.array(z.object({ id, title: z.string() })) })),
  /** Handouts that could not be looked through, and why. */
  passed: z.array(z.object({ title: z.string(), why: z.string() })),
});
export type DoubtfulQueue = z.infer<typeof doubtfulQueueSchema>;

export const acceptSchema = z.object({ word: z.string().trim().min(1).max(120) });

/** One of the ways in which a written word can be said. */
export const variantSchema = z.object({ ipa: z.string(), respelling: z.string(), meaning: z.string() });
export type VariantView = z.infer<typeof variantSchema>;

export const checkRequestSchema = entryFields.pick({ said: true, kind: true });

export const hearRequestSchema = entryFields.omit({ partOfSpeech: true }).extend({ pupilId: id.optional() });
export type HearRequest = z.infer<typeof hearRequestSchema>;

export const importedSchema = z.object({
  added: z.number().int(),
  replaced: z.number().int(),
  warnings: z.array(z.string()),
  /** Of a preview what each entry would change; nothing is stored then. */
  changes: z.array(z.object({ written: z.string(), said: z.string(), before: z.string().nullable() })),
});
export type Imported = z.infer<typeof importedSchema>;
