import 'vitest';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the test cluster with `{database}` for the name; the database `postgres` is always there. */
    databaseUrl: string;
  }
}
