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
import { ClassSetStore } from './classSets/classSetStore.ts';
import { classSetWork } from './classSets/classSetWork.ts';
import { EditionMaker } from './exports/editionMaker.ts';
import { ExportService } from './exports/exportService.ts';
import { FailedAttempts } from './assignments/failedAttempts.ts';
import { SharedLimits } from './http/sharedLimits.ts';
import { AssignmentService } from './assignments/assignmentService.ts';
import { AssignmentStore } from './assignments/assignmentStore.ts';
import { assignmentWork } from './assignments/assignmentWork.ts';
import { LinkKeys } from './assignments/linkKeys.ts';
import { PageWords } from './assignments/pageWords.ts';
import { PupilDoor } from './assignments/pupilDoor.ts';
import { WebPageReadingService } from './webPageReadings/webPageReadingService.ts';
import { WebPageReadingStore } from './webPageReadings/webPageReadingStore.ts';
import { pageReader } from './webPageReadings/pageReader.ts';
import { HandoutMaker } from './handouts/handoutMaker.ts';
import { PhotoStore } from './handouts/photoStore.ts';
import { Places } from './handouts/places.ts';
import { Shelf } from './handouts/shelf.ts';
import { SourceStore } from './handouts/sourceStore.ts';
import { VersionStore } from './handouts/versionStore.ts';
import { Examiner } from './intake/examine.ts';
import { PhotoTray } from './intake/photoTray.ts';
import { photoWork } from './intake/photoWork.ts';
import { Readers } from './intake/readers.ts';
import { SourceTray } from './intake/sourceTray.ts';
import { Jobs } from './jobs/jobs.ts';
import { JobStore } from './jobs/jobStore.ts';
import { Queue } from './jobs/queue.ts';
import type { JobHandlers } from './jobs/worker.ts';
import { TextChecker } from './language/textChecker.ts';
import { CastStore } from './listening/castStore.ts';
import { CompanionStore } from './listening/companionStore.ts';
import { TranslationClient } from './listening/translationClient.ts';
import { StudyMarkStore } from './listening/studyMarkStore.ts';
import { openLog } from './log.ts';
import { WordService } from './language/wordService.ts';
import { AcceptedStore } from './pronunciations/acceptedStore.ts';
import { BoardStore } from './phrases/boardStore.ts';
import { PhraseSound } from './phrases/phraseSound.ts';
import { AffectsFinder } from './pronunciations/affects.ts';
import { DoubtfulService } from './pronunciations/doubtfulService.ts';
import { PronunciationStore } from './pronunciations/pronunciationStore.ts';
import { PupilStore } from './pupils/pupilStore.ts';
import { ClaimStore } from './readings/claimStore.ts';
import { ClipMaker } from './readings/clipMaker.ts';
import { ClipStore } from './readings/clipStore.ts';
import { ReadingMaker } from './readings/readingMaker.ts';
import { ReadingOpener } from './readings/readingOpener.ts';
import { ReadingPlanner } from './readings/readingPlanner.ts';
import { ReadingProgress } from './readings/readingProgress.ts';
import { ReadingService } from './readings/readingService.ts';
import { ReadingSound } from './readings/readingSound.ts';
import { ReadingStore } from './readings/readingStore.ts';
import { SpeedMeter } from './readings/speedMeter.ts';
import { SoundRenderer } from './readings/soundRenderer.ts';
import { RecordStore } from './records/recordStore.ts';
import { AlignThread, alignHere } from './recordings/aligner.ts';
import { KnownText } from './recordings/knownText.ts';
import { RecordedVoice } from './recordings/recordedVoice.ts';
import { RecordingService } from './recordings/recordingService.ts';
import { RecordingSound } from './recordings/recordingSound.ts';
import { RecordingStore } from './recordings/recordingStore.ts';
import { recordingWork } from './recordings/recordingWork.ts';
import { openStore } from './store/openStore.ts';
import { TextKeeper } from './texts/textKeeper.ts';
import { TextStore } from './texts/textStore.ts';
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

  const texts = new TextStore(db);
  const keeper = new TextKeeper(database, texts, threads);
  const shelf = new Shelf(database, texts, keeper);
  const sources = new SourceStore(db);
  const maker = new HandoutMaker({ database, shelf, sources, threads });
  const pupils = new PupilStore(db);
  const pronunciations = new PronunciationStore(db);
  const accepted = new AcceptedStore(db);
  const jobStore = new JobStore(db);
  const jobs = new Jobs(database, jobStore, queue);

  const readings = new ReadingStore(db);
  const clips = new ClipStore(db);
  const claims = new ClaimStore(db, `${process.pid}-${performance.timeOrigin}-${Math.random()}`);
  const meter = new SpeedMeter(db);
  const clipMaker = new ClipMaker({ clips, claims, store, voices, meter });
  const renderer = new SoundRenderer(store);
  const planner = new ReadingPlanner(database, readings, texts, threads);
  const progress = new ReadingProgress(readings, clips);
  const sound = new ReadingSound({ readings, clips, maker: clipMaker, renderer, voices });
  const readingMaker = new ReadingMaker({ readings, planner, progress, maker: clipMaker, voices });
  const casts = new CastStore(db);
  const companions = new CompanionStore(db);
  const recordings = new RecordingStore(db);
  const recordingSound = new RecordingSound(store);
  const knownText = new KnownText(voices, threads);
  const aligner = new AlignThread(urlOf(config.textWorker));
  await voices.add(new RecordedVoice(recordings, recordingSound));
  const opener = new ReadingOpener({
    database, texts, pupils, pronunciations, readings, planner, progress, maker: clipMaker, voices, jobs, jobStore,
    casts, companions, recordings,
  }); // prettier-ignore
  const service = new ReadingService({
    database, texts, threads, readings, clips, claims, sound, progress, voices, jobs, jobStore,
  }); // prettier-ignore
  const editions = new EditionMaker({ db, readings, sound, texts, shelf, pupils, voices, threads });
  const exports = new ExportService({
    readings,
    planner,
    maker: readingMaker,
    editions,
    jobs,
    jobStore,
    store,
  });
  const sets = new ClassSetStore(db);
  const classSetPlanner = new ClassSetPlanner({
    opener, planner, readings, clips, claims, texts, pupils, editions, voices, meter,
  }); // prettier-ignore
  const classSets = new ClassSetService({ database, sets, shelf, pupils, readings, opener, jobs, jobStore });
  const words = new WordService(threads, voices, pupils);
  const assignments = new AssignmentStore(db);
  const keys = new LinkKeys(config.secret);
  const limits = new SharedLimits(db, config.secret);
  const tray = new SourceTray(store);
  const photoTray = new PhotoTray(store);
  const readers = new Readers(urlOf(config.readerProcess));
  const handlers: JobHandlers = {
    reading: async ({ schoolId, payload }, context) => {
      await readingMaker.makeAll(await readings.get(schoolId, payload.readingId), context);
      return undefined;
    },
    export: exports.work,
    set: classSetWork({ database, sets, opener, readings, editions, exports, voices, jobs, jobStore }),
    photo: photoWork(photoTray, readers),
    recording: recordingWork({
      recordings, sound: recordingSound, store, shelf, known: knownText,
      align: options.withoutThreads ? alignHere : aligner.align,
    }), // prettier-ignore
    assignment: assignmentWork({ database, assignments, opener, maker: readingMaker, editions, store }),
  };
  const assignmentService = new AssignmentService({
    database,
    assignments,
    keys,
    shelf,
    pupils,
    readings,
    opener,
    jobs,
  });
  const examiner = new Examiner(voices, threads);
  return {
    config, log, database, store, voices, threads, queue, handlers,
    texts, keeper, shelf, places: new Places(database, shelf), sources, maker,
    versions: new VersionStore(db), photos: new PhotoStore(db),
    pupils, pronunciations, accepted, jobs, jobStore, studyMarks: new StudyMarkStore(db), casts, companions,
    translation: new TranslationClient(db), boards: new BoardStore(db),
    phraseSound: new PhraseSound(voices, pupils, pronunciations),
    doubtful: new DoubtfulService({ shelf, threads, pupils, pronunciations, accepted, voices }),
    affects: new AffectsFinder(db, texts, threads, pronunciations), words,
    checker: new TextChecker(threads), examiner,
    readings, clips, clipMaker, opener, service, exports, editions, classSetPlanner, classSets,
    assignments, assignmentService, recordings,
    recording: new RecordingService({ database, recordings, recordingSound, knownText, store, shelf, jobs }),
    /** Pages are fetched from public sites, and from these. */
    webPageReadingsFrom: (allowedOrigins: readonly string[]) =>
      new WebPageReadingService({
        pages: new WebPageReadingStore(db), reader: pageReader({ readers, examiner, threads }, allowedOrigins),
        maker, shelf, keeper, pupils, assignmentService, keys, log,
      }),
    pageWords: new PageWords({ words, voices, pupils }),
    records: new RecordStore(db), limits,
    pupilDoor: new PupilDoor({ db, assignments, keys, store, limits, failedAttempts: new FailedAttempts(limits) }),
    classSetPackage: new ClassSetPackage({ service: classSets, jobStore, store }), tray, photoTray, readers,
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
