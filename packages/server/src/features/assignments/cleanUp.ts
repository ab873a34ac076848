import { and, isNotNull, isNull } from 'drizzle-orm';
import { assignments } from '../../db/schema/index.ts';
import type { CleanUp, CleanUpDeps } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';
import { SNAPSHOTS } from './assignmentJob.ts';

export const cleanUps: readonly CleanUp[] = [{ name: 'packages', run: cleanUpPackages }];

/**
 * Packages of assignments that were withdrawn or updated, or that a process left when it died. A page that is
 * open may still ask for them for a day.
 */
async function cleanUpPackages({ db, store }: CleanUpDeps): Promise<void> {
  const rows = await db
    .select({ name: assignments.package, former: assignments.formerPackages })
    .from(assignments)
    .where(and(isNotNull(assignments.package), isNull(assignments.takenBackAt)));
  const inUse = new Set(
    rows.flatMap(({ name, former }) => [
      name,
      ...former.filter(({ until }) => Date.parse(until) > Date.now()).map((one) => one.package),
    ]),
  );
  for await (const { name, changedAt } of store.list(SNAPSHOTS)) {
    const packageName = name.split('/').at(-2) ?? '';
    if (!inUse.has(packageName) && Date.now() - changedAt.getTime() > DAY_MS) await store.delete(name);
  }
}
