import { availableParallelism } from 'node:os';
import { z } from 'zod';
import type { S3Options } from './store/s3Store.ts';

const yesNo = z.enum(['yes', 'no']);
const howMany = z.coerce.number().int().min(1).max(64);
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

const schema = z.object({
  DATABASE_URL: z.string().min(1),
  /** Folder of the sound store (unless it is an object store) and of voice models. */
  AUREL_DATA: z.string().min(1),
  /** What this process does: serve the screens, carry out jobs, or both. */
  AUREL_ROLE: z.enum(['all', 'serve', 'work']).default('all'),
  AUREL_PORT: z.coerce.number().int().min(0).max(65_535).default(4680),
  AUREL_HOST: z.string().default('127.0.0.1'),
  /** Names, beside those of the machine itself, that the server may be called by; separated by spaces. */
  AUREL_HOSTS: z.string().default(''),
  /**
   * The address that pupils and colleagues use, e.g. https://listen.school.example; links, cards, codes and
   * feeds carry it.
   */
  AUREL_PUBLIC_ADDRESS: z.url({ protocol: /^https?$/u }).optional(),
  /**
   * Proxies whose word on a visitor's address and scheme counts: addresses, networks, or `loopback`;
   * separated by commas.
   */
  AUREL_TRUSTED_PROXIES: z.string().default(''),
  AUREL_DEMO: yesNo.default('yes'),
  /**
   * Whether the demo's photographed page is read at the first start, which takes some seconds; by default it
   * comes with the demo.
   */
  AUREL_DEMO_PHOTO: yesNo.optional(),
  AUREL_SECRET: z.string().min(16),
  /** Whether simulated outside services are started; by default they come with the demo. */
  AUREL_SIMULATED_SERVICES: yesNo.optional(),
  /** Folder of the built screens; absent while Vite serves them. */
  AUREL_WEB: z.string().optional(),
  /** Folder of the built page for pupils; absent while Vite serves it. */
  AUREL_PAGE: z.string().optional(),
  /** Folder with the migrations (drizzle/) and the demo's texts (demo/). */
  AUREL_RESOURCES: z.string().min(1),
  AUREL_ESPEAK_WORKER: z.string().optional(),
  AUREL_MODEL_PROCESS: z.string().optional(),
  AUREL_READER_PROCESS: z.string().optional(),
  AUREL_TEXT_WORKER: z.string().optional(),
  /** Origins that web pages may be fetched from although they are not public, separated by spaces. */
  AUREL_ALLOWED_ORIGINS: z.string().default(''),
  AUREL_LOG: z.enum(['debug', 'info', 'warn', 'error', 'silent']).default('info'),
  /** Connections to the database, beside a few of the queue. */
  AUREL_CONNECTIONS: howMany.default(10),
  /** Jobs of each kind that this process carries out at the same time. */
  AUREL_CONCURRENCY: howMany.default(2),
  /** Threads or processes of each speech engine. */
  AUREL_VOICE_THREADS: howMany.default(Math.min(4, availableParallelism())),
  /** Threads for checking texts. */
  AUREL_TEXT_THREADS: howMany.default(1),
  /**
   * Megabytes of sound that a school may keep; what no current reading needs goes first, the longest unused
   * before the rest.
   */
  AUREL_SCHOOL_MEGABYTES: z.coerce.number().int().min(1).default(4096),
  /** An object store instead of the folder: name of the bucket, and where and how it is reached. */
  AUREL_S3_BUCKET: z.string().min(3).optional(),
  AUREL_S3_ENDPOINT: z.url().optional(),
  AUREL_S3_REGION: z.string().default('eu-west-1'),
  AUREL_S3_ACCESS_KEY: z.string().optional(),
  AUREL_S3_SECRET_KEY: z.string().optional(),
});

/** Settings of a process, from environment variables. */
export interface Config {
  readonly databaseUrl: string;
  readonly dataFolder: string;
  readonly role: 'all' | 'serve' | 'work';
  readonly host: string;
  readonly port: number;
  /** Names that the server is known by. */
  readonly hosts: readonly string[];
  /** The origin that visitors use, where it was set. */
  readonly publicAddress: string | undefined;
  readonly trustedProxies: readonly string[];
  readonly demo: boolean;
  readonly demoPhoto: boolean;
  readonly simulatedServices: boolean;
  readonly secret: string;
  readonly webFolder: string | undefined;
  readonly pageFolder: string | undefined;
  readonly resources: string;
  readonly espeakWorker: string | undefined;
  readonly modelProcess: string | undefined;
  readonly readerProcess: string | undefined;
  readonly textWorker: string | undefined;
  readonly allowedOrigins: readonly string[];
  readonly logLevel: 'debug' | 'info' | 'warn' | 'error' | 'silent';
  readonly connections: number;
  readonly concurrency: number;
  readonly voiceThreads: number;
  readonly textThreads: number;
  readonly schoolBytes: number;
  readonly s3: S3Options | undefined;
}

/** Reads the environment. @throws Error naming the variable that is missing or wrong. */
export function readConfig(environment: Readonly<Record<string, string | undefined>>): Config {
  const parsed = schema.safeParse(environment);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Error(`Environment variable ${String(issue?.path[0])}: ${issue?.message ?? 'wrong'}`);
  }
  const env = parsed.data;
  const publicUrl = env.AUREL_PUBLIC_ADDRESS === undefined ? undefined : new URL(env.AUREL_PUBLIC_ADDRESS);
  return {
    databaseUrl: env.DATABASE_URL,
    dataFolder: env.AUREL_DATA,
    role: env.AUREL_ROLE,
    host: env.AUREL_HOST,
    port: env.AUREL_PORT,
    hosts: [
      ...LOOPBACK,
      env.AUREL_HOST,
      ...words(env.AUREL_HOSTS),
      ...(publicUrl ? [publicUrl.hostname] : []),
    ].map((name) => name.toLowerCase()),
    publicAddress: publicUrl?.origin,
    trustedProxies: env.AUREL_TRUSTED_PROXIES.split(',')
      .map((one) => one.trim())
      .filter((one) => one !== ''),
    demo: env.AUREL_DEMO === 'yes',
    demoPhoto: (env.AUREL_DEMO_PHOTO ?? env.AUREL_DEMO) === 'yes',
    simulatedServices: (env.AUREL_SIMULATED_SERVICES ?? env.AUREL_DEMO) === 'yes',
    secret: env.AUREL_SECRET,
    webFolder: env.AUREL_WEB,
    pageFolder: env.AUREL_PAGE,
    resources: env.AUREL_RESOURCES,
    espeakWorker: env.AUREL_ESPEAK_WORKER,
    modelProcess: env.AUREL_MODEL_PROCESS,
    readerProcess: env.AUREL_READER_PROCESS,
    textWorker: env.AUREL_TEXT_WORKER,
    allowedOrigins: words(env.AUREL_ALLOWED_ORIGINS),
    logLevel: env.AUREL_LOG,
    connections: env.AUREL_CONNECTIONS,
    concurrency: env.AUREL_CONCURRENCY,
    voiceThreads: env.AUREL_VOICE_THREADS,
    textThreads: env.AUREL_TEXT_THREADS,
    schoolBytes: env.AUREL_SCHOOL_MEGABYTES * 1024 * 1024,
    s3:
      env.AUREL_S3_BUCKET === undefined
        ? undefined
        : {
            bucket: env.AUREL_S3_BUCKET,
            endpoint: env.AUREL_S3_ENDPOINT,
            region: env.AUREL_S3_REGION,
            accessKey: env.AUREL_S3_ACCESS_KEY ?? '',
            secretKey: env.AUREL_S3_SECRET_KEY ?? '',
          },
  };
}

function words(list: string): string[] {
  return list.split(' ').filter((word) => word !== '');
}
