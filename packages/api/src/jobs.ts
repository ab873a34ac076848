import { z } from 'zod';
import { id } from './common.ts';

export const jobStateSchema = z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']);

export const jobSchema = z.object({
  id,
  kind: z.enum(['reading', 'readings', 'export', 'set', 'photo', 'hand-out', 'recording']),
  state: jobStateSchema,
  done: z.number().int(),
  total: z.number().int(),
  error: z.string().nullable(),
  /** Where the finished file is fetched, once there is one. */
  file: z.string().nullable(),
  fileName: z.string().nullable(),
});
export type Job = z.infer<typeof jobSchema>;

const MOST_READINGS = 1000;

/** Handouts that are to be made for pupils, each for each. */
export const groupRequestSchema = z
  .object({
    handoutIds: z.array(id).min(1).max(200),
    pupilIds: z.array(id).min(1).max(200),
    /** Whether the teacher agrees to what priced voices cost; without it, readings in such voices are left unmade. */
    costAgreed: z.boolean().default(false),
  })
  .refine(
    ({ handoutIds, pupilIds }) => handoutIds.length * pupilIds.length <= MOST_READINGS,
    `At most ${MOST_READINGS} readings at once. Choose fewer handouts or pupils.`,
  );
export type GroupRequest = z.input<typeof groupRequestSchema>;

/** Several jobs seen as one. */
export const jobGroupSchema = z.object({
  id,
  /** \`failed\` and \`cancelled\` once none is under way and at least one ended so. */
  state: jobStateSchema,
  /** Sentences, over all jobs. */
  done: z.number().int(),
  total: z.number().int(),
  jobs: z.array(jobSchema.extend({ readingId: id.nullable() })),
});
export type JobGroup = z.infer<typeof jobGroupSchema>;
