import type { Router } from 'express';
import type { Logger } from 'pino';
import type { Database } from './db/database.ts';
import type { JobHandlers } from './jobs/worker.ts';
import type { ObjectStore } from './store/objectStore.ts';

/** Where a feature's routes stand. All but `pages` are below /api. */
export interface FeatureRoutes {
  /** For pupils' pages, which have no session. */
  readonly withoutSession?: readonly Router[];
  /** For visitors who have a session but are not signed in. */
  readonly beforeSignIn?: readonly Router[];
  /** For signed-in teachers. */
  readonly signedIn?: readonly Router[];
  /** Pages and files outside /api. */
  readonly pages?: readonly Router[];
}

export interface CleanUpDeps {
  readonly db: Database;
  readonly store: ObjectStore;
  readonly log: Logger;
  /** Bytes of sound that a school may keep. */
  readonly schoolBytes: number;
}

/** One part of the hourly clean-up. */
export interface CleanUp {
  /** What is cleaned up, for the log. */
  readonly name: string;
  readonly run: (deps: CleanUpDeps) => Promise<unknown>;
}

/**
 * What a folder of `features/` adds to the application. Its `feature.ts` is the only file that the
 * composition root imports.
 */
export interface Feature {
  readonly routes?: FeatureRoutes;
  readonly jobs?: Partial<JobHandlers>;
  readonly cleanUps?: readonly CleanUp[];
}
