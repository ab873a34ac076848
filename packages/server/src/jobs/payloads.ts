import { exportRequestSchema, id, readPhotoSchema } from '@aurelfield/api';
import { z } from 'zod';

/** What there is to do, one shape for each kind of work; checked when it is put into the queue and again when it is taken out. */
export const jobPayloadSchema = z.discriminatedUnion('kind', [
  /** Makes all the sound of a reading. */
  z.object({ kind: z.literal('reading'), readingId: id }),
  /** Opens readings and has each of them made, as jobs of the same group. */
  z.object({
    kind: z.literal('readings'),
    pairs: z.array(z.object({ handoutId: id, pupilId: id })).min(1),
    /** Whether a teacher agreed to what priced voices cost. */
    costAgreed: z.boolean(),
  }),
  /** Makes what is missing of a reading and writes it as a file. */
  z.object({ kind: z.literal('export'), readingId: id, format: exportRequestSchema.shape.format }),
  /** Recognises the words of a photo that lies on the tray. */
  z.object({ kind: z.literal('photo'), ticket: z.uuid(), choice: readPhotoSchema }),
]);
export type JobPayload = z.infer<typeof jobPayloadSchema>;
export type PayloadOf<K extends JobPayload['kind']> = Extract<JobPayload, { kind: K }>;

/** What a finished job leaves behind. */
export const jobResultSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('file'),
    /** Its name in the store. */
    object: z.string(),
    fileName: z.string(),
    mediaType: z.string(),
    bytes: z.number(),
  }),
  z.object({ kind: z.literal('photo'), words: z.number(), doubtful: z.number() }),
]);
export type JobResult = z.infer<typeof jobResultSchema>;
