import 'vitest';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the test cluster with `{database}` for the name; the database `postgres` is always there. */
    databaseUrl: string;
    /** The folder of the bundled server, its threads and its child processes. */
    threads: string;
  }
}
