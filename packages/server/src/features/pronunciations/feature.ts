import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import type { textsFeature } from '../texts/feature.ts';
import { AcceptedRepository } from './acceptedRepository.ts';
import { DoubtfulService } from './doubtfulService.ts';
import { ImpactService } from './impactService.ts';
import { PronunciationRepository } from './pronunciationRepository.ts';
import { pronunciationRoutes } from './routes.ts';

type Deps = Pick<Platform, 'database' | 'threads' | 'voices'> &
  Pick<ReturnType<typeof textsFeature>, 'texts'> &
  Pick<ReturnType<typeof handoutsFeature>, 'handoutRepository'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'>;

/** Pronunciation lists, and the words that a voice may say wrongly. */
export function pronunciationsFeature({ database, threads, voices, texts, handoutRepository, pupils }: Deps) {
  const pronunciations = new PronunciationRepository(database.db);
  const accepted = new AcceptedRepository(database.db);
  const doubtful = new DoubtfulService({
    handoutRepository,
    threads,
    pupils,
    pronunciations,
    accepted,
    voices,
  });
  const impact = new ImpactService(database.db, texts, threads, pronunciations);
  const feature: Feature = {
    routes: {
      signedIn: [
        pronunciationRoutes({ pronunciations, pupils, voices, accepted, doubtful, threads, impact }),
      ],
    },
  };
  return { pronunciations, accepted, feature };
}
