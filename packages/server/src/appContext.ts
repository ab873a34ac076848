import { PricedEngine, standardEngines, VoiceRegistry, type SpeechEngine } from '@aurelfield/voices';
import { eq } from 'drizzle-orm';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Logger } from 'pino';
import type { Config } from './config.ts';
import { openDatabase, type OpenDatabase } from './db/database.ts';
import { bringUpToDate } from './db/migrations.ts';
import { installationSettings } from './db/schema/index.ts';
import { ClassSetPackage } from './classSets/classSetPackage.ts';
import { ClassSetPlanner } from './classSets/classSetPlanner.ts';
import { ClassSetService } from './classSets/classSetService.ts';
import { ClassSetRepository } from './classSets/classSetRepository.ts';
import { classSetWork } from './classSets/classSetWork.ts';
import { EditionMaker } from './exports/editionMaker.ts';
import { ExportService } from './exports/exportService.ts';
import { FailedAttempts } from './assignments/failedAttempts.ts';
import { SharedLimits } from './http/sharedLimits.ts';
import { AssignmentService } from './assignments/assignmentService.ts';
import { AssignmentRepository } from './assignments/assignmentRepository.ts';
import { assignmentWork } from './assignments/assignmentWork.ts';
import { LinkKeys } from './assignments/linkKeys.ts';
import { PageWords } from './assignments/pageWords.ts';
import { PupilDoor } from './assignments/pupilDoor.ts';
import { WebPageReadingService } from './webPageReadings/webPageReadingService.ts';
import { WebPageReadingRepository } from './webPageReadings/webPageReadingRepository.ts';
import { pageReader } from './webPageReadings/pageReader.ts';
import { HandoutMaker } from './handouts/handoutMaker.ts';
import { PhotoRepository } from './handouts/photoRepository.ts';
import { Places } from './handouts/places.ts';
import { HandoutRepository } from './handouts/handoutRepository.ts';
import { SourceRepository } from './handouts/sourceRepository.ts';
import { VersionRepository } from './handouts/versionRepository.ts';
import { ImportPreview } from './imports/importPreview.ts';
import { PhotoStaging } from './imports/photoStaging.ts';
import { photoWork } from './imports/photoWork.ts';
import { Readers } from './imports/readers.ts';
import { SourceStaging } from './imports/sourceStaging.ts';
import { Jobs } from './jobs/jobs.ts';
import { JobRepository } from './jobs/jobRepository.ts';
import { Queue } from './jobs/queue.ts';
import type { JobHandlers } from './jobs/worker.ts';
import { TextChecker } from './language/textChecker.ts';
import { CastRepository } from './listening/castRepository.ts';
import { ParallelTextRepository } from './listening/parallelTextRepository.ts';
import { TranslationClient } from './listening/translationClient.ts';
import { StudyMarkRepository } from './listening/studyMarkRepository.ts';
import { openLog } from './log.ts';
import { WordService } from './language/wordService.ts';
import { AcceptedRepository } from './pronunciations/acceptedRepository.ts';
import { BoardRepository } from './phrases/boardRepository.ts';
import { PhraseSound } from './phrases/phraseSound.ts';
import { ImpactService } from './pronunciations/impactService.ts';
import { DoubtfulService } from './pronunciations/doubtfulService.ts';
import { PronunciationRepository } from './pronunciations/pronunciationRepository.ts';
import { PupilRepository } from './pupils/pupilRepository.ts';
import { ClaimRepository } from './readings/claimRepository.ts';
import { ClipMaker } from './readings/clipMaker.ts';
import { ClipRepository } from './readings/clipRepository.ts';
import { ReadingMaker } from './readings/readingMaker.ts';
import { ReadingOpener } from './readings/readingOpener.ts';
import { ReadingPlanner } from './readings/readingPlanner.ts';
import { ReadingProgress } from './readings/readingProgress.ts';
import { ReadingService } from './readings/readingService.ts';
import { ReadingSound } from './readings/readingSound.ts';
import { ReadingRepository } from './readings/readingRepository.ts';
import { SpeedMeter } from './readings/speedMeter.ts';
import { SoundRenderer } from './readings/soundRenderer.ts';
import { RecordRepository } from './records/recordRepository.ts';
import { AlignThread, alignHere } from './recordings/aligner.ts';
import { KnownText } from './recordings/knownText.ts';
import { RecordedVoice } from './recordings/recordedVoice.ts';
import { RecordingService } from './recordings/recordingService.ts';
import { RecordingSound } from './recordings/recordingSound.ts';
import { RecordingRepository } from './recordings/recordingRepository.ts';
import { recordingWork } from './recordings/recordingWork.ts';
import { openStore } from './store/openStore.ts';
import { TextRevisionService } from './texts/textRevisionService.ts';
import { TextRepository } from './texts/textRepository.ts';
import { tasksHere, TextThreadPool } from './threads/textThreads.ts';

/** What a test puts in the place of something real, where that is not what it tests. */
export interface HouseOptions {
  readonly engines?: readonly SpeechEngine[];
  /** Tasks on texts are carried out without threads. */
  readonly withoutThreads?: boolean;
}

/** Where the stand-in for a priced voice service listens, as an installation setting. */
const PRICED_SERVICE = 'priced voice service';
const SERVICE_MILLISECONDS = 3000;

/** All that a process is made of, whatever its role: stores, services, voices, the queue. */
export type AppContext = Awaited<ReturnType<typeof openAppContext>>;

/** Opens the database and the store, starts the voices and threads, and puts everything together. */
export async function openAppContext(config: Config, options: HouseOptions = {}) {
  const log = openLog(config.logLevel);
  await bringUpToDate(config.databaseUrl, path.join(config.resources, 'drizzle'));
  const database = openDatabase(config.databaseUrl, config.connections);
  const { db } = database;
  const store = await openStore(config, db).catch(async (error: unknown) => {
    await database.close();
    throw error;
  });
  const voices = new VoiceRegistry(options.engines ?? enginesOf(config));
  await voices.start();
  const pool = new TextThreadPool({ script: urlOf(config.textWorker), checkers: config.textThreads });
  const threads = options.withoutThreads ? tasksHere() : pool.tasks;
  const queue = new Queue(config.databaseUrl, log);
  await queue.start();

  const texts = new TextRepository(db);
  const textRevisions = new TextRevisionService(database, texts, threads);
  const handoutRepository = new HandoutRepository(database, texts, textRevisions);
  const sources = new SourceRepository(db);
  const maker = new HandoutMaker({ database, handoutRepository, sources, threads });
  const pupils = new PupilRepository(db);
  const pronunciations = new PronunciationRepository(db);
  const accepted = new AcceptedRepository(db);
  const jobRepository = new JobRepository(db);
  const jobs = new Jobs(database, jobRepository, queue);

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
  const casts = new CastRepository(db);
  const parallelTexts = new ParallelTextRepository(db);
  const recordings = new RecordingRepository(db);
  const recordingSound = new RecordingSound(store);
  const knownText = new KnownText(voices, threads);
  const aligner = new AlignThread(urlOf(config.textWorker));
  await voices.add(new RecordedVoice(recordings, recordingSound));
  const opener = new ReadingOpener({
    database, texts, pupils, pronunciations, readings, planner, progress, maker: clipMaker, voices, jobs, jobRepository,
    casts, parallelTexts, recordings,
  }); // prettier-ignore
  const service = new ReadingService({
    database, texts, threads, readings, clips, claims, sound, progress, voices, jobs, jobRepository,
  }); // prettier-ignore
  const editions = new EditionMaker({
    db,
    readings,
    sound,
    texts,
    handoutRepository,
    pupils,
    voices,
    threads,
  });
  const exports = new ExportService({
    readings,
    planner,
    maker: readingMaker,
    editions,
    jobs,
    jobRepository,
    store,
  });
  const sets = new ClassSetRepository(db);
  const classSetPlanner = new ClassSetPlanner({
    opener, planner, readings, clips, claims, texts, pupils, editions, voices, meter,
  }); // prettier-ignore
  const classSets = new ClassSetService({
    database,
    sets,
    handoutRepository,
    pupils,
    readings,
    opener,
    jobs,
    jobRepository,
  });
  const words = new WordService(threads, voices, pupils);
  const assignments = new AssignmentRepository(db);
  const keys = new LinkKeys(config.secret);
  const limits = new SharedLimits(db, config.secret);
  const staging = new SourceStaging(store);
  const photoStaging = new PhotoStaging(store);
  const readers = new Readers(urlOf(config.readerProcess));
  const handlers: JobHandlers = {
    reading: async ({ schoolId, payload }, context) => {
      await readingMaker.makeAll(await readings.get(schoolId, payload.readingId), context);
      return undefined;
    },
    export: exports.work,
    set: classSetWork({ database, sets, opener, readings, editions, exports, voices, jobs, jobRepository }),
    photo: photoWork(photoStaging, readers),
    recording: recordingWork({
      recordings, sound: recordingSound, store, handoutRepository, known: knownText,
      align: options.withoutThreads ? alignHere : aligner.align,
    }), // prettier-ignore
    assignment: assignmentWork({ database, assignments, opener, maker: readingMaker, editions, store }),
  };
  const assignmentService = new AssignmentService({
    database,
    assignments,
    keys,
    handoutRepository,
    pupils,
    readings,
    opener,
    jobs,
  });
  const importPreview = new ImportPreview(voices, threads);
  return {
    config, log, database, store, voices, threads, queue, handlers,
    texts, textRevisions, handoutRepository, places: new Places(database, handoutRepository), sources, maker,
    versions: new VersionRepository(db), photos: new PhotoRepository(db),
    pupils, pronunciations, accepted, jobs, jobRepository, studyMarks: new StudyMarkRepository(db), casts, parallelTexts,
    translation: new TranslationClient(db), boards: new BoardRepository(db),
    phraseSound: new PhraseSound(voices, pupils, pronunciations),
    doubtful: new DoubtfulService({ handoutRepository, threads, pupils, pronunciations, accepted, voices }),
    impact: new ImpactService(db, texts, threads, pronunciations), words,
    checker: new TextChecker(threads), importPreview,
    readings, clips, clipMaker, opener, service, exports, editions, classSetPlanner, classSets,
    assignments, assignmentService, recordings,
    recording: new RecordingService({ database, recordings, recordingSound, knownText, store, handoutRepository, jobs }),
    /** Pages are fetched from public sites, and from these. */
    webPageReadingsFrom: (allowedOrigins: readonly string[]) =>
      new WebPageReadingService({
        pages: new WebPageReadingRepository(db), reader: pageReader({ readers, importPreview, threads }, allowedOrigins),
        maker, handoutRepository, textRevisions, pupils, assignmentService, keys, log,
      }),
    pageWords: new PageWords({ words, voices, pupils }),
    records: new RecordRepository(db), limits,
    pupilDoor: new PupilDoor({ db, assignments, keys, store, limits, failedAttempts: new FailedAttempts(limits) }),
    classSetPackage: new ClassSetPackage({ service: classSets, jobRepository, store }), staging, photoStaging, readers,
    /** Threads read what they know of words, and a reading process starts, before anybody waits for it. */
    warmUp: async () => {
      if (config.role !== 'work') readers.warmUp();
      if (!options.withoutThreads) await pool.warmUp();
    },
    close: async () => {
      await queue.stop();
      readers.stop();
      await voices.stop();
      await pool.stop();
      await aligner.stop();
      await database.close();
    },
  }; // prettier-ignore
}

function enginesOf({ espeakWorker, modelProcess, dataFolder, voiceThreads }: Config): SpeechEngine[] {
  const workerScript = urlOf(espeakWorker);
  const childScript = urlOf(modelProcess);
  return standardEngines({
    espeak: { workers: voiceThreads, ...(workerScript ? { workerScript } : {}) },
    festival: { processes: Math.min(2, voiceThreads) },
    models: { folder: path.join(dataFolder, 'voices'), ...(childScript ? { childScript } : {}) },
  });
}

/** Tells all processes where the priced voice service listens. */
export async function announcePricedService({ db }: OpenDatabase, address: string): Promise<void> {
  await db
    .insert(installationSettings)
    .values({ name: PRICED_SERVICE, value: address })
    .onConflictDoUpdate({ target: installationSettings.name, set: { value: address } });
}

/** Takes in the voices of a priced service, as soon as one that answers is announced. @returns the way to stop looking for it. */
export function usePricedService(
  { database, voices }: Pick<AppContext, 'database' | 'voices'>,
  log: Logger,
): () => void {
  let isAdded = false;
  const look = async () => {
    if (isAdded) return;
    const [fact] = await database.db
      .select()
      .from(installationSettings)
      .where(eq(installationSettings.name, PRICED_SERVICE));
    if (!fact) return;
    const engine = new PricedEngine({ address: fact.value });
    await engine.start();
    if (engine.missing !== undefined || isAdded) return;
    isAdded = true;
    await voices.add(engine);
  };
  const timer = setInterval(
    () => void look().catch((error: unknown) => log.warn({ err: error }, 'looking for a priced service')),
    SERVICE_MILLISECONDS,
  ).unref();
  void look().catch(() => undefined);
  return () => clearInterval(timer);
}

function urlOf(file: string | undefined): URL | undefined {
  return file === undefined ? undefined : pathToFileURL(file);
}
