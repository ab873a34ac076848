import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import type { readingsFeature } from '../readings/feature.ts';
import type { textsFeature } from '../texts/feature.ts';
import { cleanUps } from './cleanUp.ts';
import { ExportDocumentMaker } from './exportDocumentMaker.ts';
import { ExportService } from './exportService.ts';
import { exportRoutes } from './routes.ts';

type Deps = Pick<Platform, 'database' | 'store' | 'voices' | 'threads' | 'jobs' | 'jobRepository'> &
  Pick<ReturnType<typeof textsFeature>, 'texts'> &
  Pick<ReturnType<typeof handoutsFeature>, 'handoutRepository'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Pick<ReturnType<typeof readingsFeature>, 'readings' | 'sound' | 'planner' | 'readingMaker'>;

/** Readings saved as files. */
export function exportsFeature(deps: Deps) {
  const { database, store, voices, threads, jobs, jobRepository, texts, handoutRepository, pupils } = deps;
  const { readings, sound, planner, readingMaker } = deps;
  const exportDocuments = new ExportDocumentMaker({
    db: database.db,
    readings,
    sound,
    texts,
    handoutRepository,
    pupils,
    voices,
    threads,
  });
  const exports = new ExportService({
    readings,
    planner,
    maker: readingMaker,
    exportDocuments,
    jobs,
    jobRepository,
    store,
  });
  const feature: Feature = {
    routes: { signedIn: [exportRoutes(exports)] },
    jobs: { export: exports.job },
    cleanUps,
  };
  return { exports, exportDocuments, feature };
}
