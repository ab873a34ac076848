import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import { VoiceAssignmentRepository } from './voiceAssignmentRepository.ts';
import { ParallelTextRepository } from './parallelTextRepository.ts';
import { listeningRoutes } from './routes.ts';
import { StudyMarkRepository } from './studyMarkRepository.ts';
import { TranslationClient } from './translationClient.ts';

type Deps = Pick<Platform, 'database'> & Pick<ReturnType<typeof handoutsFeature>, 'handoutRepository'>;

/** Additions to a handout's text: marks and notes, voices for dialogue, a translation. */
export function listeningFeature({ database: { db }, handoutRepository }: Deps) {
  const voiceAssignments = new VoiceAssignmentRepository(db);
  const parallelTexts = new ParallelTextRepository(db);
  const studyMarks = new StudyMarkRepository(db);
  const translation = new TranslationClient(db);
  const feature: Feature = {
    routes: {
      signedIn: [
        listeningRoutes({ handoutRepository, studyMarks, voiceAssignments, parallelTexts, translation }),
      ],
    },
  };
  return { voiceAssignments, parallelTexts, translation, feature };
}
