import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import { cleanUps } from './cleanUp.ts';
import { PupilRepository } from './pupilRepository.ts';
import { pupilRoutes } from './routes.ts';

/** Pupils and their profiles. */
export function pupilsFeature({ database, voices }: Pick<Platform, 'database' | 'voices'>) {
  const pupils = new PupilRepository(database.db);
  const feature: Feature = { routes: { signedIn: [pupilRoutes(pupils, voices)] }, cleanUps };
  return { pupils, feature };
}
