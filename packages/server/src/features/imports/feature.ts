import type { Feature } from '../../feature.ts';
import { fileUrl, type Platform } from '../../platform.ts';
import { cleanUps } from './cleanUp.ts';
import { ImportPreview } from './importPreview.ts';
import { PhotoStaging } from './photoStaging.ts';
import { photoRoutes } from './photoRoutes.ts';
import { photoJob } from './photoJob.ts';
import { Readers } from './readers.ts';
import { importRoutes } from './routes.ts';
import { SourceStaging } from './sourceStaging.ts';

/** Texts, files, web pages and photos before they become a handout. */
export function importsFeature({
  config,
  store,
  voices,
  threads,
  jobs,
}: Pick<Platform, 'config' | 'store' | 'voices' | 'threads' | 'jobs'>) {
  const { allowedOrigins } = config;
  const staging = new SourceStaging(store);
  const photoStaging = new PhotoStaging(store);
  const readers = new Readers(fileUrl(config.readerProcess));
  const importPreview = new ImportPreview(voices, threads);
  const feature: Feature = {
    routes: {
      signedIn: [
        photoRoutes({ photoStaging, readers, importPreview, jobs, threads }),
        importRoutes({ staging, importPreview, readers, allowedOrigins }),
      ],
    },
    jobs: { photo: photoJob(photoStaging, readers) },
    cleanUps,
  };
  return { staging, photoStaging, readers, importPreview, feature };
}
