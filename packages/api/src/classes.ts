import { z } from 'zod';
import { id } from './common.ts';

/** A class or a subject, and how much belongs to it. */
export const namedGroupSchema = z.object({
  id,
  name: z.string(),
  /** Pupils in the class; none for a subject. */
  pupils: z.number().int(),
  handouts: z.number().int(),
  pronunciations: z.number().int(),
});
export type NamedGroup = z.infer<typeof namedGroupSchema>;

/** Another name for a class or subject. */
export const renameSchema = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(80, 'A name has at most 80 characters.'),
});
