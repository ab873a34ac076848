import { z } from 'zod';
import { id } from './common.ts';

export const jobStateSchema = z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']);

export const jobSchema = z.object({
  id,
  kind: z.enum(['reading', 'export', 'set', 'photo', 'assignment', 'recording']),
  state: jobStateSchema,
  done: z.number().int(),
  total: z.number().int(),
  error: z.string().nullable(),
  /** Where the finished file is fetched, once there is one. */
  file: z.string().nullable(),
  fileName: z.string().nullable(),
});
export type Job = z.infer<typeof jobSchema>;
