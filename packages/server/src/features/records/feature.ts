import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { textsFeature } from '../texts/feature.ts';
import { cleanUps } from './cleanUp.ts';
import { RecordRepository } from './recordRepository.ts';
import { recordRoutes } from './routes.ts';

type Deps = Pick<Platform, 'database'> & Pick<ReturnType<typeof textsFeature>, 'texts'>;

/** Listening records: what pupils' pages report, where consent was given. */
export function recordsFeature({ database, texts }: Deps) {
  const records = new RecordRepository(database.db);
  const feature: Feature = { routes: { signedIn: [recordRoutes({ records, texts })] }, cleanUps };
  return { records, feature };
}
