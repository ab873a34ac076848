import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { createApp } from './app.ts';
import type { Config } from './config.ts';
import { LOCKS, underLock } from './db/lock.ts';
import { loadDemo } from './demo/loadDemo.ts';
import { loadDemoPhoto } from './demo/loadDemoPhoto.ts';
import { DEMO_PHOTO } from './demo/people.ts';
import { openAppContext, type AppContext } from './appContext.ts';
import { JobWorker } from './jobs/worker.ts';
import type { PlatformOptions } from './platform.ts';
import { announcePricedService, usePricedService } from './simulated/pricedVoiceClient.ts';
import { startPricedVoiceService } from './simulated/pricedVoiceService.ts';
import { startSchoolSite } from './simulated/schoolSite.ts';
import { startTranslationService } from './simulated/translationService.ts';
import { cleanUp } from './maintenance/cleanUp.ts';

/** A process that serves, works on jobs, or does both. */
export interface RunningServer {
  /** Where it listens; 0 for one that only works on jobs. */
  readonly port: number;
  /** Clips that engines were asked for since the start. */
  readonly synthesised: () => number;
  /** Where the simulated priced voice service listens, if it runs here. */
  readonly pricedAddress: string | undefined;
  /** Where the simulated school web site listens, if it runs here. */
  readonly siteOrigin: string | undefined;
  /** What it is made of, for tests that look behind the door. */
  readonly context: AppContext;
  /** Answers what is under way, lets go of jobs (other workers take them up) and closes everything. */
  stop(): Promise<void>;
}

/** When the clean-up is done: once an hour, off the full hour. */
const CLEAN_UP_TIME = '17 * * * *';

/** Starts a process in the role that its settings give it. */
export async function startServer(config: Config, options: PlatformOptions = {}): Promise<RunningServer> {
  const serves = config.role !== 'work';
  const runsJobs = config.role !== 'serve';
  const site =
    serves && config.simulatedServices
      ? await startSchoolSite(path.join(config.resources, 'demo', 'site'))
      : undefined;
  const context = await openAppContext(
    site ? { ...config, allowedOrigins: [...config.allowedOrigins, site.origin] } : config,
    options,
  );
  const simulatedServices =
    serves && config.simulatedServices ? await startSimulatedServices(context) : undefined;
  const stopLooking = config.simulatedServices ? await usePricedService(context, context.log) : undefined;
  if (serves && config.demo) await bringDemo(context);
  const worker = runsJobs
    ? new JobWorker(
        {
          database: context.database,
          store: context.jobRepository,
          queue: context.queue,
          handlers: context.handlers,
          log: context.log,
        },
        { databaseUrl: config.databaseUrl, concurrency: config.concurrency },
      )
    : undefined;
  await worker?.start();
  if (runsJobs)
    await context.queue.schedule(CLEAN_UP_TIME, () =>
      cleanUp(context.features, {
        db: context.database.db,
        store: context.store,
        log: context.log,
        schoolBytes: config.schoolBytes,
      }),
    );
  const http = serves ? await listen(context) : undefined;
  void context.warmUp().catch((error: unknown) => context.log.warn({ err: error }, 'warming up'));
  return {
    port: http ? (http.address() as AddressInfo).port : 0,
    synthesised: () => context.clipMaker.synthesised,
    pricedAddress: simulatedServices?.priced.address,
    siteOrigin: site?.origin,
    context,
    stop: async () => {
      const closed = http && new Promise((resolve) => http.close(resolve));
      http?.closeIdleConnections();
      setTimeout(() => http?.closeAllConnections(), 1000).unref();
      stopLooking?.();
      await worker?.stop();
      await closed;
      await simulatedServices?.stop();
      await site?.stop();
      await context.close();
    },
  };
}

async function startSimulatedServices({ config, voices, database, translation: client }: AppContext) {
  const priced = await startPricedVoiceService(voices);
  await announcePricedService(database, priced.address);
  const translation = await startTranslationService(path.join(config.resources, 'demo', 'translations'));
  await client.announce(translation.address);
  return {
    priced,
    stop: async () => {
      await priced.stop();
      await translation.stop();
    },
  };
}

/** Loads the demo into an empty database; of several processes one does. */
async function bringDemo(context: AppContext): Promise<void> {
  const { config, database, maker, log, threads, readers } = context;
  const demo = path.join(config.resources, 'demo');
  await underLock(config.databaseUrl, LOCKS.demo, async () => {
    if (!(await loadDemo(context, path.join(demo, 'handouts'))) || !config.demoPhoto) return;
    await loadDemoPhoto(
      { db: database.db, maker, threads, readers },
      path.join(demo, 'photos', DEMO_PHOTO.name),
    ).catch((error: unknown) => log.warn({ error }, 'The demo has no photographed page.'));
  });
}

function listen(context: AppContext): Promise<Server> {
  const { config } = context;
  const app = createApp(context);
  return new Promise((resolve, reject) => {
    const http = app.listen(config.port, config.host, (error?: Error) =>
      error ? reject(error) : resolve(http),
    );
    // Longer than browsers keep a connection, so that none is closed under a request that is just being sent.
    http.keepAliveTimeout = 65_000;
  });
}
