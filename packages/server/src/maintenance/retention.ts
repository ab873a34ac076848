import type { ObjectStore } from '../store/objectStore.ts';

export const DAY_MS = 24 * 60 * 60 * 1000;
/** How long ended jobs and the files they made are kept. */
export const JOBS_KEPT_MS = 7 * DAY_MS;

/** Deletes the stored objects below a prefix that were last changed more than `keptMs` ago. */
export async function deleteOldObjects(store: ObjectStore, prefix: string, keptMs: number): Promise<void> {
  for await (const { name, changedAt } of store.list(prefix))
    if (Date.now() - changedAt.getTime() > keptMs) await store.delete(name);
}
