import type { z } from 'zod';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';

/** What is stored under a name; `undefined` when it is not there any more. */
export function readOr(store: ObjectStore, name: string): Promise<Buffer | undefined> {
  return store.read(name).catch((error: unknown) => {
    if (error instanceof ObjectGone) return undefined;
    throw error;
  });
}

/** The same as JSON of a shape. */
export async function readJson<T>(
  store: ObjectStore,
  name: string,
  schema: z.ZodType<T>,
): Promise<T | undefined> {
  const bytes = await readOr(store, name);
  return bytes && schema.parse(JSON.parse(bytes.toString('utf8')));
}
