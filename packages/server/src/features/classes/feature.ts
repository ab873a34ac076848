import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import { ClassRepository } from './classRepository.ts';
import { cleanUps } from './cleanUp.ts';
import { classRoutes } from './routes.ts';

/** Classes and subjects. */
export function classesFeature({ database }: Pick<Platform, 'database'>) {
  const feature: Feature = {
    routes: { signedIn: [classRoutes(new ClassRepository(database.db))] },
    cleanUps,
  };
  return { feature };
}
