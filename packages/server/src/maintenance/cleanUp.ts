import { eq } from 'drizzle-orm';
import { objectDeletions } from '../db/schema/index.ts';
import type { CleanUp, CleanUpDeps, Feature } from '../feature.ts';

/**
 * Runs the clean-ups of all features, whether or not another one failed.
 * @param features in the order of their dependencies; what depends on others is cleaned up before them.
 */
export async function cleanUp(features: readonly Feature[], deps: CleanUpDeps): Promise<void> {
  const steps = [...features].reverse().flatMap(({ cleanUps }) => cleanUps ?? []);
  for (const { name, run } of [...steps, DELETED_OBJECTS])
    await run(deps).catch((error: unknown) => deps.log.error({ err: error }, `clean-up of ${name} failed`));
}

/** Stored objects whose rows a feature deleted. */
const DELETED_OBJECTS: CleanUp = {
  name: 'deleted objects',
  run: async ({ db, store }) => {
    for (const { prefix } of await db.select().from(objectDeletions)) {
      for await (const { name } of store.list(prefix)) await store.delete(name);
      await db.delete(objectDeletions).where(eq(objectDeletions.prefix, prefix));
    }
  },
};
