import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { exportsFeature } from '../exports/feature.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import type { languageFeature } from '../language/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import type { readingsFeature } from '../readings/feature.ts';
import { assignmentJob } from './assignmentJob.ts';
import { AssignmentRepository } from './assignmentRepository.ts';
import { AssignmentService } from './assignmentService.ts';
import { cleanUps } from './cleanUp.ts';
import { embeddingRoutes } from './embeddingRoutes.ts';
import { FailedAttempts } from './failedAttempts.ts';
import { artworkRoutes, feedRoutes } from './feedRoutes.ts';
import { LinkKeys } from './linkKeys.ts';
import { openRoutes } from './openRoutes.ts';
import { pageRoutes } from './pageRoutes.ts';
import { PageWords } from './pageWords.ts';
import { ShareAccess } from './shareAccess.ts';
import { assignmentRoutes } from './routes.ts';

type Deps = Pick<Platform, 'config' | 'database' | 'store' | 'voices' | 'jobs' | 'limits'> &
  Pick<ReturnType<typeof handoutsFeature>, 'handoutRepository'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Pick<ReturnType<typeof languageFeature>, 'words'> &
  Pick<ReturnType<typeof readingsFeature>, 'readings' | 'opener' | 'readingMaker'> &
  Pick<ReturnType<typeof exportsFeature>, 'exportDocuments'>;

/**
 * Assignments: readings given to pupils by link and code, and the pages, feeds and events that belong to
 * them.
 */
export function assignmentsFeature(deps: Deps) {
  const { config, database, store, voices, jobs, limits, handoutRepository, pupils, words } = deps;
  const { readings, opener, readingMaker, exportDocuments } = deps;
  const { publicAddress, pageFolder } = config;
  const assignments = new AssignmentRepository(database.db);
  const keys = new LinkKeys(config.secret);
  const assignmentService = new AssignmentService({
    database,
    assignments,
    keys,
    handoutRepository,
    pupils,
    readings,
    opener,
    jobs,
  });
  const failedAttempts = new FailedAttempts(limits);
  const shareAccess = new ShareAccess({ db: database.db, assignments, keys, store, limits, failedAttempts });
  const pageWords = new PageWords({ words, voices, pupils });
  const feature: Feature = {
    routes: {
      withoutSession: [openRoutes({ shareAccess, limits, pageWords })],
      signedIn: [
        assignmentRoutes({ assignmentService, assignments, handoutRepository, pupils }),
        artworkRoutes({ database }),
        embeddingRoutes({ database }),
      ],
      pages: [
        feedRoutes({ shareAccess, publicAddress, database }),
        pageRoutes({ shareAccess, limits, pageWords, pageFolder }),
      ],
    },
    jobs: {
      assignment: assignmentJob({
        database,
        assignments,
        opener,
        maker: readingMaker,
        exportDocuments,
        store,
      }),
    },
    cleanUps,
  };
  return { assignments, assignmentService, keys, feature };
}
