import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { pronunciationsFeature } from '../pronunciations/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import { BoardRepository } from './boardRepository.ts';
import { openBoardRoutes } from './openBoardRoutes.ts';
import { PhraseSound } from './phraseSound.ts';
import { phraseRoutes } from './routes.ts';

type Deps = Pick<Platform, 'database' | 'threads' | 'voices' | 'limits'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Pick<ReturnType<typeof pronunciationsFeature>, 'pronunciations'>;

/** Phrase boards. */
export function phrasesFeature({ database, threads, voices, limits, pupils, pronunciations }: Deps) {
  const boards = new BoardRepository(database.db);
  const phraseSound = new PhraseSound(voices, pupils, pronunciations);
  const feature: Feature = {
    routes: {
      beforeSignIn: [openBoardRoutes({ boards, phraseSound, threads, limits })],
      signedIn: [phraseRoutes({ boards, phraseSound })],
    },
  };
  return { boards, feature };
}
