import { z } from 'zod';

/** Identifiers are UUIDs. */
export const id = z.uuid();

/** What every failed request answers: one sentence for a person, and a word for the program. */
export const apiErrorSchema = z.object({
  code: z.string(),
  message: z.string(),
});
export type ApiErrorBody = z.infer<typeof apiErrorSchema>;

/** Longest handout in characters: about thirty-five hours of speech. */
export const MAX_HANDOUT_CHARACTERS = 2_000_000;
/** Largest file that is taken, in bytes. */
export const MAX_FILE_BYTES = 50 * 1024 * 1024;

export const titleSchema = z
  .string()
  .trim()
  .min(1, 'Give it a title.')
  .max(200, 'A title has at most 200 characters.');
export const languageSchema = z
  .string()
  .trim()
  .regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/u, 'A language is written like “en-GB” or “pl”.');
