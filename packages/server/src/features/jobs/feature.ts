import type { Feature } from '../../feature.ts';
import { JOBS_KEPT_MS } from '../../maintenance/retention.ts';
import type { Platform } from '../../platform.ts';
import { jobRoutes } from './routes.ts';

/** Long work as teachers see it: how far it is, its files, cancel. */
export function jobsFeature({
  jobs,
  jobRepository,
  store,
}: Pick<Platform, 'jobs' | 'jobRepository' | 'store'>) {
  const feature: Feature = {
    routes: { signedIn: [jobRoutes(jobs, store)] },
    cleanUps: [
      {
        name: 'jobs',
        run: () => jobRepository.forgetEndedBefore(new Date(Date.now() - JOBS_KEPT_MS)),
      },
    ],
  };
  return { feature };
}
