import { sql } from 'drizzle-orm';
import { listeningEvents, schools } from '../../db/schema/index.ts';
import type { CleanUp } from '../../feature.ts';

export const cleanUps: readonly CleanUp[] = [
  {
    // By the server's clock: a device's may be years off.
    name: 'listening records',
    run: ({ db }) =>
      db
        .delete(listeningEvents)
        .where(
          sql`${listeningEvents.receivedAt} < now() - make_interval(days => (select ${schools.recordDays} from ${schools} where ${schools.id} = ${listeningEvents.schoolId}))`,
        ),
  },
];
