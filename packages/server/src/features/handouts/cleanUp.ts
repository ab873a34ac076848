import { DELETED_DAYS } from '@aurelfield/api';
import { lt } from 'drizzle-orm';
import { handouts } from '../../db/schema/index.ts';
import type { CleanUp } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';

export const cleanUps: readonly CleanUp[] = [
  {
    name: 'deleted handouts',
    run: ({ db }) =>
      db.delete(handouts).where(lt(handouts.deletedAt, new Date(Date.now() - DELETED_DAYS * DAY_MS))),
  },
];
