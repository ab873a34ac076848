import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import type { Config } from '../config.ts';
import type { Database } from '../db/database.ts';
import { installationSettings } from '../db/schema/index.ts';
import { FolderStore } from './folderStore.ts';
import { ObjectGone, type ObjectStore } from './objectStore.ts';
import { S3Store } from './s3Store.ts';

const MARK = 'store-id';
const FACT = 'sound store';

/**
 * The store that the settings name.
 * @throws Error when it is not the one that the other processes of this database use: their sound would not
 * be found in it.
 */
export async function openStore({ dataFolder, s3 }: Config, db: Database): Promise<ObjectStore> {
  const store = s3 ? new S3Store(s3) : new FolderStore(path.join(dataFolder, 'store'));
  const mark = await ownMark(store);
  await db.insert(installationSettings).values({ name: FACT, value: mark }).onConflictDoNothing();
  const [known] = await db.select().from(installationSettings).where(eq(installationSettings.name, FACT));
  if (known?.value !== mark)
    throw new Error(
      'The sound store named by the settings is not the one of this database: what other processes made would not be found in it. Check AUREL_DATA, or AUREL_S3_BUCKET and AUREL_S3_ENDPOINT; every process needs the same. If the old store is lost for good, delete the row “sound store” of the table installation_settings, and all sound is made anew.',
    );
  return store;
}

/** What a store is known by: written into it at its first use. */
async function ownMark(store: ObjectStore): Promise<string> {
  const read = () =>
    store.read(MARK).then(String, (error: unknown) => {
      if (error instanceof ObjectGone) return undefined;
      throw error;
    });
  const there = await read();
  if (there !== undefined) return there;
  await store.put(MARK, Buffer.from(randomUUID()));
  // Two processes may have marked it at the same time: what stands there in the end counts.
  return (await read()) ?? '';
}
