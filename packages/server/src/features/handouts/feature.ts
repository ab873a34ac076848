import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { importsFeature } from '../imports/feature.ts';
import type { textsFeature } from '../texts/feature.ts';
import { cleanUps } from './cleanUp.ts';
import { HandoutMaker } from './handoutMaker.ts';
import { HandoutRepository } from './handoutRepository.ts';
import { photoPageRoutes } from './photoPageRoutes.ts';
import { PhotoRepository } from './photoRepository.ts';
import { OccurrenceService } from './occurrenceService.ts';
import { proofRoutes } from './proofRoutes.ts';
import { handoutRoutes } from './routes.ts';
import { SourceRepository } from './sourceRepository.ts';
import { VersionRepository } from './versionRepository.ts';

type Deps = Pick<Platform, 'config' | 'database' | 'threads'> &
  Omit<ReturnType<typeof textsFeature> & ReturnType<typeof importsFeature>, 'feature'>;

/** Handouts: their text, versions, sources and photos. */
export function handoutsFeature(deps: Deps) {
  const { config, database, threads, texts, textRevisions, readers, staging, photoStaging } = deps;
  const { allowedOrigins } = config;
  const handoutRepository = new HandoutRepository(database, texts, textRevisions);
  const sources = new SourceRepository(database.db);
  const versions = new VersionRepository(database.db);
  const photos = new PhotoRepository(database.db);
  const occurrenceService = new OccurrenceService(database, handoutRepository);
  const maker = new HandoutMaker({ database, handoutRepository, sources, threads });
  const feature: Feature = {
    routes: {
      signedIn: [
        photoPageRoutes({ handoutRepository, photos, readers }),
        proofRoutes({
          handoutRepository,
          textRevisions,
          versions,
          sources,
          threads,
          readers,
          allowedOrigins,
        }),
        handoutRoutes({
          handoutRepository,
          maker,
          occurrenceService,
          sources,
          threads,
          staging,
          photoStaging,
        }),
      ],
    },
    cleanUps,
  };
  return { handoutRepository, sources, maker, feature };
}
