import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { pronunciationsFeature } from '../pronunciations/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import { languageRoutes } from './routes.ts';
import { TextChecker } from './textChecker.ts';
import { WordService } from './wordService.ts';

type Deps = Pick<Platform, 'threads' | 'voices'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Pick<ReturnType<typeof pronunciationsFeature>, 'accepted' | 'pronunciations'>;

/** What is known of words: spelling, meaning, syllables, and how a voice says one. */
export function languageFeature({ threads, voices, pupils, accepted, pronunciations }: Deps) {
  const words = new WordService(threads, voices, pupils);
  const checker = new TextChecker(threads);
  const feature: Feature = {
    routes: { signedIn: [languageRoutes({ checker, threads, accepted, pronunciations, words })] },
  };
  return { words, feature };
}
