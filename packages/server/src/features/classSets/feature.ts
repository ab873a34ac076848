import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { exportsFeature } from '../exports/feature.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import type { readingsFeature } from '../readings/feature.ts';
import type { textsFeature } from '../texts/feature.ts';
import { classSetJob } from './classSetJob.ts';
import { ClassSetPackage } from './classSetPackage.ts';
import { ClassSetPlanner } from './classSetPlanner.ts';
import { ClassSetRepository } from './classSetRepository.ts';
import { ClassSetService } from './classSetService.ts';
import { cleanUps } from './cleanUp.ts';
import { classSetRoutes } from './routes.ts';

type Deps = Pick<Platform, 'database' | 'store' | 'voices' | 'jobs' | 'jobRepository'> &
  Pick<ReturnType<typeof textsFeature>, 'texts'> &
  Pick<ReturnType<typeof handoutsFeature>, 'handoutRepository'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Omit<ReturnType<typeof readingsFeature> & ReturnType<typeof exportsFeature>, 'feature'>;

/** Class sets: handouts made as files for many pupils at once. */
export function classSetsFeature(deps: Deps) {
  const { database, store, voices, jobs, jobRepository, handoutRepository, pupils } = deps;
  const { readings, opener, exportDocuments, exports } = deps;
  const sets = new ClassSetRepository(database.db);
  const classSetPlanner = new ClassSetPlanner(deps);
  const classSets = new ClassSetService({
    database,
    sets,
    handoutRepository,
    pupils,
    readings,
    opener,
    jobs,
    jobRepository,
  });
  const classSetPackage = new ClassSetPackage({ service: classSets, jobRepository, store });
  const feature: Feature = {
    routes: { signedIn: [classSetRoutes({ classSetPlanner, classSets, classSetPackage, exports })] },
    jobs: {
      set: classSetJob({
        database,
        sets,
        opener,
        readings,
        exportDocuments,
        exports,
        voices,
        jobs,
        jobRepository,
      }),
    },
    cleanUps,
  };
  return { feature };
}
