import type { Feature } from '../../feature.ts';
import { fileUrl, type Platform } from '../../platform.ts';
import type { handoutsFeature } from '../handouts/feature.ts';
import { alignHere, AlignThread } from './aligner.ts';
import { cleanUps } from './cleanUp.ts';
import { KnownText } from './knownText.ts';
import { RecordedVoice } from './recordedVoice.ts';
import { recordingJob } from './recordingJob.ts';
import { RecordingRepository } from './recordingRepository.ts';
import { RecordingService } from './recordingService.ts';
import { RecordingSound } from './recordingSound.ts';
import { recordingRoutes } from './routes.ts';

type Deps = Pick<Platform, 'config' | 'database' | 'store' | 'voices' | 'threads' | 'withThreads' | 'jobs'> &
  Pick<ReturnType<typeof handoutsFeature>, 'handoutRepository'>;

/** Handouts that a person reads: takes, their words in time, and the voice that plays them. */
export async function recordingsFeature(deps: Deps) {
  const { config, database, store, voices, threads, withThreads, jobs, handoutRepository } = deps;
  const recordings = new RecordingRepository(database.db);
  const recordingSound = new RecordingSound(store);
  const knownText = new KnownText(voices, threads);
  const aligner = new AlignThread(fileUrl(config.textWorker));
  await voices.add(new RecordedVoice(recordings, recordingSound));
  const recording = new RecordingService({
    database,
    recordings,
    recordingSound,
    knownText,
    store,
    handoutRepository,
    jobs,
  });
  const feature: Feature = {
    routes: { signedIn: [recordingRoutes({ recordings, recording })] },
    jobs: {
      recording: recordingJob({
        recordings,
        sound: recordingSound,
        store,
        handoutRepository,
        known: knownText,
        align: withThreads ? aligner.align : alignHere,
      }),
    },
    cleanUps,
  };
  return { recordings, aligner, feature };
}
