import { PricedEngine, standardEngines, VoiceRegistry } from '@aurelfield/voices';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import type { Config } from './config.ts';
import { openDatabase } from './db/database.ts';
import { loadDemo } from './demo/loadDemo.ts';
import { loadDemoPhoto } from './demo/loadDemoPhoto.ts';
import { DEMO_PHOTO } from './demo/people.ts';
import { ExportService } from './exports/exportService.ts';
import { HandoutStore } from './handouts/handoutStore.ts';
import { PhotoTray } from './intake/photoTray.ts';
import { SourceTray } from './intake/sourceTray.ts';
import { JobRunner } from './jobs/jobRunner.ts';
import { JobStore } from './jobs/jobStore.ts';
import { PronunciationStore } from './pronunciations/pronunciationStore.ts';
import { PupilStore } from './pupils/pupilStore.ts';
import { ClipMaker } from './readings/clipMaker.ts';
import { ClipStore } from './readings/clipStore.ts';
import { Planner } from './readings/planner.ts';
import { startSchoolSite } from './standIns/schoolSite.ts';
import { startPricedVoiceService } from './standIns/pricedVoiceService.ts';
import { ReadingService } from './readings/readingService.ts';
import { PricedUseStore } from './readings/pricedUseStore.ts';
import { ReadingStore } from './readings/readingStore.ts';

/** A server that answers. */
export interface RunningServer {
  readonly port: number;
  /** Clips that engines were asked for since the start. */
  readonly synthesised: () => number;
  /** Where the stand-in for a priced voice service listens, if it runs. */
  readonly pricedAddress: string | undefined;
  /** Where the stand-in for the school's web site listens, if it runs. */
  readonly siteOrigin: string | undefined;
  /** Answers what is under way, lets go of jobs (they are taken up at the next start) and closes everything. */
  stop(): Promise<void>;
}

/** Opens the database, warms the voices, loads the demo into an empty database, takes up unfinished jobs and listens. */
export async function startServer(config: Config): Promise<RunningServer> {
  const log = pino({ level: config.logLevel });
  const database = await openDatabase(config.databaseUrl, path.join(config.resources, 'drizzle'));
  const voices = new VoiceRegistry(
    standardEngines({
      espeak: config.espeakWorker === undefined ? {} : { workerScript: pathToFileURL(config.espeakWorker) },
      models: {
        folder: path.join(config.dataFolder, 'voices'),
        ...(config.modelProcess === undefined ? {} : { childScript: pathToFileURL(config.modelProcess) }),
      },
    }),
  );
  await voices.start();
  const pricedUse = new PricedUseStore(database.db);
  const pricedService = config.standIns ? await startPricedVoiceService(voices) : undefined;
  if (pricedService)
    await voices.add(
      new PricedEngine({
        address: pricedService.address,
        onUse: (schoolId, characters) => pricedUse.add(schoolId, 'priced', characters),
      }),
    );

  const handouts = new HandoutStore(database.db);
  const pupils = new PupilStore(database.db);
  const pronunciations = new PronunciationStore(database.db);
  const jobs = new JobStore(database.db);
  const readings = new ReadingStore(database.db);
  const clips = new ClipStore(database.db, path.join(config.dataFolder, 'clips'));
  const maker = new ClipMaker(clips, voices);
  const planner = new Planner(readings, handouts);
  const service = new ReadingService({
    handouts,
    pupils,
    pronunciations,
    readings,
    planner,
    clips,
    maker,
    voices,
    jobs,
    pricedUse,
  });
  const exports = new ExportService({
    readings,
    service,
    handouts,
    pupils,
    voices,
    jobs,
    folder: path.join(config.dataFolder, 'exports'),
  });
  const runner = new JobRunner(
    config.databaseUrl,
    jobs,
    {
      make: async (job, { signal, progress }) => {
        await service.makeAll(await readings.get(job.schoolId, job.readingId), signal, progress);
        return undefined;
      },
      export: (job, context) => exports.run(job, context),
    },
    log,
  );

  const readerProcess = config.readerProcess === undefined ? undefined : pathToFileURL(config.readerProcess);
  const isNewDemo =
    config.demo &&
    (await loadDemo(
      database.db,
      handouts,
      pupils,
      pronunciations,
      path.join(config.resources, 'demo', 'handouts'),
    ));
  if (isNewDemo && config.demoPhoto)
    await loadDemoPhoto(
      database.db,
      handouts,
      path.join(config.resources, 'demo', 'photos', DEMO_PHOTO.name),
      readerProcess,
    ).catch((error: unknown) => log.warn({ error }, 'The demo has no photographed page.'));
  const tray = new SourceTray(path.join(config.dataFolder, 'tray'));
  const site = config.standIns
    ? await startSchoolSite(path.join(config.resources, 'demo', 'site'))
    : undefined;
  await tray.sweep();
  await exports.sweep();
  await runner.start();
  const app = createApp({
    database,
    handouts,
    pupils,
    pronunciations,
    jobs,
    runner,
    service,
    exports,
    voices,
    tray,
    photoTray: new PhotoTray(path.join(config.dataFolder, 'tray')),
    readerProcess,
    allowedOrigins: [...config.allowedOrigins, ...(site ? [site.origin] : [])],
    secret: config.secret,
    webFolder: config.webFolder,
    log,
  });
  const http = await listen(app, config);
  return {
    port: (http.address() as AddressInfo).port,
    synthesised: () => maker.synthesised,
    pricedAddress: pricedService?.address,
    siteOrigin: site?.origin,
    stop: async () => {
      const closed = new Promise((resolve) => http.close(resolve));
      http.closeIdleConnections();
      setTimeout(() => http.closeAllConnections(), 1000).unref();
      await runner.stop();
      await voices.stop();
      await pricedService?.stop();
      await site?.stop();
      await closed;
      await database.close();
    },
  };
}

function listen(app: ReturnType<typeof createApp>, { port, host }: Config): Promise<Server> {
  return new Promise((resolve, reject) => {
    const http = app.listen(port, host, (error?: Error) => (error ? reject(error) : resolve(http)));
    // Longer than browsers keep a connection, so that none is closed under a request that is just being sent.
    http.keepAliveTimeout = 65_000;
  });
}
