import type { CleanUp } from '../../feature.ts';
import { deleteOldObjects, JOBS_KEPT_MS } from '../../maintenance/retention.ts';
import { EXPORTS } from './exportService.ts';

export const cleanUps: readonly CleanUp[] = [
  // As long as the jobs that name them: a class set offers these files.
  { name: 'exports', run: ({ store }) => deleteOldObjects(store, EXPORTS, JOBS_KEPT_MS) },
];
