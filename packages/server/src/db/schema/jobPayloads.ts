import { id, joiningSchema, namingSchema, outputSchema, readPhotoSchema } from '@aurelfield/api';
import { z } from 'zod';

/**
 * What there is to do, one shape for each kind of work; checked when it is put into the queue and again when
 * it is taken out.
 */
export const jobPayloadSchema = z.discriminatedUnion('kind', [
  /** Makes all the sound of a reading. */
  z.object({ kind: z.literal('reading'), readingId: id }),
  /** Makes what is missing of readings and writes it as a file, several readings joined. */
  z.object({
    kind: z.literal('export'),
    readingIds: z.array(id).min(1),
    output: outputSchema,
    naming: namingSchema,
    joining: joiningSchema.nullable(),
    partial: z.boolean(),
    /**
     * Names what is said about the readings in files, and the look of their page: with another one, other
     * files.
     */
    facts: z.string(),
  }),
  /** Opens what one item of a class set needs, and has its file written, as a job of the same group. */
  z.object({ kind: z.literal('set'), setId: id, position: z.number().int() }),
  /** Makes a reading of an assignment as it is now, and freezes it for the pupil's page. */
  z.object({ kind: z.literal('assignment'), assignmentId: id }),
  /** Reads the sound of a recording and finds the words of its text in it. */
  z.object({ kind: z.literal('recording'), recordingId: id }),
  /** Recognises the words of a photo that was uploaded. */
  z.object({ kind: z.literal('photo'), uploadId: z.uuid(), choice: readPhotoSchema }),
]);
export type JobPayload = z.infer<typeof jobPayloadSchema>;
export type PayloadOf<K extends JobPayload['kind']> = Extract<JobPayload, { kind: K }>;

/** A file in the store. */
interface StoredFile {
  /** Its name in the store. */
  readonly object: string;
  readonly fileName: string;
  readonly mediaType: string;
  readonly bytes: number;
}

/** What a finished job leaves behind. */
export type JobResult =
  | ({ readonly kind: 'file' } & StoredFile)
  /** Several files that belong together; they are downloaded as an archive. */
  | { readonly kind: 'files'; readonly fileName: string; readonly files: readonly StoredFile[] }
  | { readonly kind: 'photo'; readonly words: number; readonly doubtful: number };
