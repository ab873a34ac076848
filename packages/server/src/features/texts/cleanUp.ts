import { and, lt, sql } from 'drizzle-orm';
import { handouts, readings, texts, versions } from '../../db/schema/index.ts';
import type { CleanUp } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';

const pointsTo = (table: typeof handouts | typeof versions | typeof readings) =>
  sql`exists (select 1 from ${table} where ${table.schoolId} = ${texts.schoolId} and ${table.textHash} = ${texts.hash})`;

export const cleanUps: readonly CleanUp[] = [
  {
    // Each pause in typing stores a text, and the next one replaces most of them.
    name: 'texts',
    run: ({ db }) =>
      db
        .delete(texts)
        .where(
          and(
            lt(texts.createdAt, new Date(Date.now() - DAY_MS)),
            sql`not ${pointsTo(handouts)} and not ${pointsTo(versions)} and not ${pointsTo(readings)}`,
          ),
        ),
  },
];
