import type { Config } from './config.ts';
import type { Feature } from './feature.ts';
import { accountsFeature } from './features/accounts/feature.ts';
import { assignmentsFeature } from './features/assignments/feature.ts';
import { classesFeature } from './features/classes/feature.ts';
import { classSetsFeature } from './features/classSets/feature.ts';
import { exportsFeature } from './features/exports/feature.ts';
import { handoutsFeature } from './features/handouts/feature.ts';
import { importsFeature } from './features/imports/feature.ts';
import { jobsFeature } from './features/jobs/feature.ts';
import { languageFeature } from './features/language/feature.ts';
import { listeningFeature } from './features/listening/feature.ts';
import { phrasesFeature } from './features/phrases/feature.ts';
import { pronunciationsFeature } from './features/pronunciations/feature.ts';
import { pupilsFeature } from './features/pupils/feature.ts';
import { readingsFeature } from './features/readings/feature.ts';
import { recordingsFeature } from './features/recordings/feature.ts';
import { recordsFeature } from './features/records/feature.ts';
import { textsFeature } from './features/texts/feature.ts';
import { webPageReadingsFeature } from './features/webPageReadings/feature.ts';
import { JOB_KINDS } from './jobs/queue.ts';
import type { JobHandlers } from './jobs/worker.ts';
import { openPlatform, type PlatformOptions } from './platform.ts';

/** A running process: the platform, the features, and the services they offer each other. */
export type AppContext = Awaited<ReturnType<typeof openAppContext>>;

/** Opens the platform and puts the features together. Each is made from those before it. */
export async function openAppContext(config: Config, options: PlatformOptions = {}) {
  const platform = await openPlatform(config, options);
  const accounts = accountsFeature(platform);
  const jobs = jobsFeature(platform);
  const texts = textsFeature(platform);
  const imports = importsFeature(platform);
  const handouts = handoutsFeature({ ...platform, ...texts, ...imports });
  const classes = classesFeature(platform);
  const pupils = pupilsFeature(platform);
  const pronunciations = pronunciationsFeature({ ...platform, ...texts, ...handouts, ...pupils });
  const language = languageFeature({ ...platform, ...pupils, ...pronunciations });
  const phrases = phrasesFeature({ ...platform, ...pupils, ...pronunciations });
  const listening = listeningFeature({ ...platform, ...handouts });
  const recordings = await recordingsFeature({ ...platform, ...handouts });
  const readings = readingsFeature({
    ...platform,
    ...texts,
    ...pupils,
    ...pronunciations,
    ...listening,
    ...recordings,
  });
  const exports = exportsFeature({ ...platform, ...texts, ...handouts, ...pupils, ...readings });
  const classSets = classSetsFeature({
    ...platform,
    ...texts,
    ...handouts,
    ...pupils,
    ...readings,
    ...exports,
  });
  const assignments = assignmentsFeature({
    ...platform,
    ...handouts,
    ...pupils,
    ...language,
    ...readings,
    ...exports,
  });
  const webPageReadings = webPageReadingsFeature({
    ...platform,
    ...texts,
    ...imports,
    ...handouts,
    ...pupils,
    ...assignments,
  });
  const records = recordsFeature({ ...platform, ...texts });

  const features: readonly Feature[] = [
    accounts.feature,
    jobs.feature,
    texts.feature,
    imports.feature,
    handouts.feature,
    classes.feature,
    pupils.feature,
    pronunciations.feature,
    language.feature,
    phrases.feature,
    listening.feature,
    recordings.feature,
    readings.feature,
    exports.feature,
    classSets.feature,
    assignments.feature,
    webPageReadings.feature,
    records.feature,
  ];
  return {
    ...texts,
    ...imports,
    ...handouts,
    ...pupils,
    ...pronunciations,
    ...phrases,
    ...listening,
    ...recordings,
    ...readings,
    ...assignments,
    ...records,
    ...platform,
    features,
    handlers: handlersOf(features),
    /** Threads read what they know of words, and a reading process starts, before anybody waits for it. */
    warmUp: async () => {
      if (config.role !== 'work') imports.readers.warmUp();
      await platform.warmUp();
    },
    close: async () => {
      await platform.queue.stop();
      imports.readers.stop();
      await recordings.aligner.stop();
      await platform.close();
    },
  };
}

/** The job handlers of all features. @throws Error when a kind of job has none. */
function handlersOf(features: readonly Feature[]): JobHandlers {
  const handlers = features.reduce<Partial<JobHandlers>>((all, { jobs }) => ({ ...all, ...jobs }), {});
  const missing = JOB_KINDS.filter((kind) => !handlers[kind]);
  if (missing.length > 0) throw new Error(`No feature handles jobs of the kind ${missing.join(', ')}.`);
  return handlers as JobHandlers;
}
