import { lt } from 'drizzle-orm';
import { classSets } from '../../db/schema/index.ts';
import type { CleanUp } from '../../feature.ts';
import { JOBS_KEPT_MS } from '../../maintenance/retention.ts';

export const cleanUps: readonly CleanUp[] = [
  {
    name: 'class sets',
    run: ({ db }) => db.delete(classSets).where(lt(classSets.startedAt, new Date(Date.now() - JOBS_KEPT_MS))),
  },
];
