import { z } from 'zod';

const schema = z.object({
  DATABASE_URL: z.string().min(1),
  AUREL_DATA: z.string().min(1),
  AUREL_PORT: z.coerce.number().int().min(0).max(65_535).default(4680),
  AUREL_HOST: z.string().default('127.0.0.1'),
  AUREL_DEMO: z.enum(['yes', 'no']).default('yes'),
  /** Whether the demo's photographed page is read at the first start, which takes some seconds; by default it comes with the demo. */
  AUREL_DEMO_PHOTO: z.enum(['yes', 'no']).optional(),
  AUREL_SECRET: z.string().min(16),
  /** Whether stand-ins for outside services are started; by default they come with the demo. */
  AUREL_STAND_INS: z.enum(['yes', 'no']).optional(),
  /** Folder of the built screens; absent while Vite serves them. */
  AUREL_WEB: z.string().optional(),
  /** Folder with the migrations (drizzle/) and the demo's texts (demo/). */
  AUREL_RESOURCES: z.string().min(1),
  AUREL_ESPEAK_WORKER: z.string().optional(),
  AUREL_MODEL_PROCESS: z.string().optional(),
  AUREL_READER_PROCESS: z.string().optional(),
  /** Origins that web pages may be fetched from although they are not public, parted by spaces. */
  AUREL_ALLOWED_ORIGINS: z.string().default(''),
  AUREL_LOG: z.enum(['debug', 'info', 'warn', 'error', 'silent']).default('info'),
});

/** What the server is told from outside, by environment variables. */
export interface Config {
  readonly databaseUrl: string;
  readonly dataFolder: string;
  readonly host: string;
  readonly port: number;
  readonly demo: boolean;
  readonly demoPhoto: boolean;
  readonly standIns: boolean;
  readonly secret: string;
  readonly webFolder: string | undefined;
  readonly resources: string;
  readonly espeakWorker: string | undefined;
  readonly modelProcess: string | undefined;
  readonly readerProcess: string | undefined;
  readonly allowedOrigins: readonly string[];
  readonly logLevel: 'debug' | 'info' | 'warn' | 'error' | 'silent';
}

/** Reads the environment. @throws Error naming the variable that is missing or wrong. */
export function readConfig(environment: Readonly<Record<string, string | undefined>>): Config {
  const parsed = schema.safeParse(environment);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Error(`Environment variable ${String(issue?.path[0])}: ${issue?.message ?? 'wrong'}`);
  }
  const env = parsed.data;
  return {
    databaseUrl: env.DATABASE_URL,
    dataFolder: env.AUREL_DATA,
    host: env.AUREL_HOST,
    port: env.AUREL_PORT,
    demo: env.AUREL_DEMO === 'yes',
    demoPhoto: (env.AUREL_DEMO_PHOTO ?? env.AUREL_DEMO) === 'yes',
    standIns: (env.AUREL_STAND_INS ?? env.AUREL_DEMO) === 'yes',
    secret: env.AUREL_SECRET,
    webFolder: env.AUREL_WEB,
    resources: env.AUREL_RESOURCES,
    espeakWorker: env.AUREL_ESPEAK_WORKER,
    modelProcess: env.AUREL_MODEL_PROCESS,
    readerProcess: env.AUREL_READER_PROCESS,
    allowedOrigins: env.AUREL_ALLOWED_ORIGINS.split(' ').filter((origin) => origin !== ''),
    logLevel: env.AUREL_LOG,
  };
}
