import type { Feature } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';
import type { Platform } from '../../platform.ts';
import type { assignmentsFeature } from '../assignments/feature.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import type { importsFeature } from '../imports/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import type { textsFeature } from '../texts/feature.ts';
import { hearingRoutes } from './openRoutes.ts';
import { pageReader } from './pageReader.ts';
import { webPageReadingRoutes } from './routes.ts';
import { WebPageReadingRepository } from './webPageReadingRepository.ts';
import { WebPageReadingService } from './webPageReadingService.ts';

/** Pages that could not be read are shown to the teacher for so long. */
const FAILED_KEPT_MS = 30 * DAY_MS;

type Deps = Pick<Platform, 'config' | 'database' | 'threads' | 'limits' | 'log'> &
  Pick<ReturnType<typeof textsFeature>, 'textRevisions'> &
  Pick<ReturnType<typeof importsFeature>, 'readers' | 'importPreview'> &
  Pick<ReturnType<typeof handoutsFeature>, 'maker' | 'handoutRepository'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Pick<ReturnType<typeof assignmentsFeature>, 'assignmentService' | 'keys'>;

/** Web page readings: pages of the school's own site, read aloud from a button on them. */
export function webPageReadingsFeature(deps: Deps) {
  const { config, database, threads, limits, log, textRevisions, readers, importPreview } = deps;
  const { maker, handoutRepository, pupils, assignmentService, keys } = deps;
  const pages = new WebPageReadingRepository(database.db);
  const webPageReadings = new WebPageReadingService({
    pages,
    reader: pageReader({ readers, importPreview, threads }, config.allowedOrigins),
    maker,
    handoutRepository,
    textRevisions,
    pupils,
    assignmentService,
    keys,
    log,
  });
  const feature: Feature = {
    routes: {
      signedIn: [webPageReadingRoutes({ webPageReadings })],
      pages: [hearingRoutes({ webPageReadings, limits, pageFolder: config.pageFolder })],
    },
    cleanUps: [
      {
        name: 'failed web page readings',
        run: () => pages.forgetFailed(new Date(Date.now() - FAILED_KEPT_MS)),
      },
    ],
  };
  return { webPageReadings, feature };
}
