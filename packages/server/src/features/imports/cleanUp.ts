import type { CleanUp } from '../../feature.ts';
import { DAY_MS, deleteOldObjects } from '../../maintenance/retention.ts';
import { UPLOADS } from './sourceStaging.ts';

export const cleanUps: readonly CleanUp[] = [
  { name: 'uploads', run: ({ store }) => deleteOldObjects(store, UPLOADS, DAY_MS) },
  // Where uploads lay before migration 0019.
  { name: 'old uploads', run: ({ store }) => deleteOldObjects(store, 'tray/', DAY_MS) },
];
