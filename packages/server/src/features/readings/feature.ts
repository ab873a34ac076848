import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import type { listeningFeature } from '../listening/feature.ts';
import type { pronunciationsFeature } from '../pronunciations/feature.ts';
import type { pupilsFeature } from '../pupils/feature.ts';
import type { recordingsFeature } from '../recordings/feature.ts';
import type { textsFeature } from '../texts/feature.ts';
import { ClaimRepository } from './claimRepository.ts';
import { cleanUps } from './cleanUp.ts';
import { ClipMaker } from './clipMaker.ts';
import { ClipRepository } from './clipRepository.ts';
import { ReadingMaker } from './readingMaker.ts';
import { ReadingOpener } from './readingOpener.ts';
import { ReadingPlanner } from './readingPlanner.ts';
import { ReadingProgress } from './readingProgress.ts';
import { ReadingRepository } from './readingRepository.ts';
import { ReadingService } from './readingService.ts';
import { ReadingSound } from './readingSound.ts';
import { readingRoutes } from './routes.ts';
import { SoundRenderer } from './soundRenderer.ts';
import { SpeedMeter } from './speedMeter.ts';

type Deps = Pick<Platform, 'database' | 'store' | 'voices' | 'threads' | 'jobs' | 'jobRepository'> &
  Pick<ReturnType<typeof textsFeature>, 'texts'> &
  Pick<ReturnType<typeof pupilsFeature>, 'pupils'> &
  Pick<ReturnType<typeof pronunciationsFeature>, 'pronunciations'> &
  Pick<ReturnType<typeof listeningFeature>, 'voiceAssignments' | 'parallelTexts'> &
  Pick<Awaited<ReturnType<typeof recordingsFeature>>, 'recordings'>;

/** Readings: a handout as one pupil hears it, planned sentence by sentence, and the clips it is made of. */
export function readingsFeature(deps: Deps) {
  const { database, store, voices, threads, jobs, jobRepository, texts } = deps;
  const { db } = database;
  const readings = new ReadingRepository(db);
  const clips = new ClipRepository(db);
  const claims = new ClaimRepository(db, `${process.pid}-${performance.timeOrigin}-${Math.random()}`);
  const meter = new SpeedMeter(db);
  const clipMaker = new ClipMaker({ clips, claims, store, voices, meter });
  const renderer = new SoundRenderer(store);
  const planner = new ReadingPlanner(database, readings, texts, threads);
  const progress = new ReadingProgress(readings, clips);
  const sound = new ReadingSound({ readings, clips, maker: clipMaker, renderer, voices });
  const readingMaker = new ReadingMaker({ readings, planner, progress, maker: clipMaker, voices });
  const opener = new ReadingOpener({ ...deps, readings, planner, progress, maker: clipMaker });
  const service = new ReadingService({
    database,
    texts,
    threads,
    readings,
    clips,
    claims,
    sound,
    progress,
    voices,
    jobs,
    jobRepository,
  });
  const feature: Feature = {
    routes: { signedIn: [readingRoutes({ opener, service })] },
    jobs: {
      reading: async ({ schoolId, payload }, context) => {
        await readingMaker.makeAll(await readings.get(schoolId, payload.readingId), context);
        return undefined;
      },
    },
    cleanUps,
  };
  return { readings, clips, claims, meter, clipMaker, planner, sound, readingMaker, opener, feature };
}
