import { PricedEngine } from '@aurelfield/voices';
import { eq } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { OpenDatabase } from '../db/database.ts';
import { installationSettings } from '../db/schema/index.ts';
import type { Platform } from '../platform.ts';

/** Where the simulated priced voice service listens, as an installation setting. */
const PRICED_SERVICE = 'priced voice service';
const SERVICE_MILLISECONDS = 3000;

/** Tells all processes where the priced voice service listens. */
export async function announcePricedService({ db }: OpenDatabase, address: string): Promise<void> {
  await db
    .insert(installationSettings)
    .values({ name: PRICED_SERVICE, value: address })
    .onConflictDoUpdate({ target: installationSettings.name, set: { value: address } });
}

/**
 * Takes in the voices of a priced service: now where one is announced that answers, else as soon as there is.
 * @returns the way to stop looking for it.
 */
export async function usePricedService(
  { database, voices }: Pick<Platform, 'database' | 'voices'>,
  log: Logger,
): Promise<() => void> {
  let isAdded = false;
  const find = async () => {
    if (isAdded) return;
    const [fact] = await database.db
      .select()
      .from(installationSettings)
      .where(eq(installationSettings.name, PRICED_SERVICE));
    if (!fact) return;
    const engine = new PricedEngine({ address: fact.value });
    await engine.start();
    if (engine.missing !== undefined || isAdded) return;
    isAdded = true;
    await voices.add(engine);
  };
  const tryToFind = () =>
    find().catch((error: unknown) => log.warn({ err: error }, 'looking for a priced service'));
  await tryToFind();
  const timer = setInterval(() => void tryToFind(), SERVICE_MILLISECONDS).unref();
  return () => clearInterval(timer);
}
