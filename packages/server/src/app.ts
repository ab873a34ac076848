import express, { type Express } from 'express';
import helmet from 'helmet';
import path from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { authRoutes } from './auth/routes.ts';
import { requireCsrfToken, requireTeacher, sessionHandler } from './auth/sessions.ts';
import type { OpenDatabase } from './db/database.ts';
import type { ExportService } from './exports/exportService.ts';
import type { HandoutStore } from './handouts/handoutStore.ts';
import { photoPageRoutes } from './handouts/photoPageRoutes.ts';
import { PhotoStore } from './handouts/photoStore.ts';
import { proofRoutes } from './handouts/proofRoutes.ts';
import { handoutRoutes } from './handouts/routes.ts';
import { problemHandler, unknownAddress } from './http/problem.ts';
import { photoRoutes } from './intake/photoRoutes.ts';
import type { PhotoTray } from './intake/photoTray.ts';
import { intakeRoutes } from './intake/routes.ts';
import type { SourceTray } from './intake/sourceTray.ts';
import type { JobRunner } from './jobs/jobRunner.ts';
import type { JobStore } from './jobs/jobStore.ts';
import { jobRoutes } from './jobs/routes.ts';
import { AcceptedStore } from './pronunciations/acceptedStore.ts';
import { DoubtfulService } from './pronunciations/doubtfulService.ts';
import type { PronunciationStore } from './pronunciations/pronunciationStore.ts';
import { pronunciationRoutes } from './pronunciations/routes.ts';
import type { PupilStore } from './pupils/pupilStore.ts';
import { pupilRoutes } from './pupils/routes.ts';
import type { ReadingService } from './readings/readingService.ts';
import { readingRoutes } from './readings/routes.ts';
import type { VoiceRegistry } from '@aurelfield/voices';

/** What the web application is made of. */
export interface AppParts {
  readonly database: OpenDatabase;
  readonly handouts: HandoutStore;
  readonly pupils: PupilStore;
  readonly pronunciations: PronunciationStore;
  readonly jobs: JobStore;
  readonly runner: JobRunner;
  readonly service: ReadingService;
  readonly exports: ExportService;
  readonly voices: VoiceRegistry;
  readonly tray: SourceTray;
  readonly photoTray: PhotoTray;
  readonly readerProcess: URL | undefined;
  readonly allowedOrigins: readonly string[];
  readonly secret: string;
  readonly webFolder: string | undefined;
  readonly log: Logger;
}

/** The Express application: the API, and the built screens for every other address. */
export function createApp(parts: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: parts.log, autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'connect-src': ["'self'", 'blob:'],
          'media-src': ["'self'", 'blob:'],
          'style-src': ["'self'", "'unsafe-inline'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use('/api', apiRoutes(parts));
  if (parts.webFolder !== undefined) serveScreens(app, parts.webFolder);
  app.use(problemHandler);
  return app;
}

function apiRoutes(parts: AppParts): express.Router {
  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => {
    response.json({ ok: true });
  });
  api.use(sessionHandler(parts.database.pool, parts.secret));
  // Before the sign-in nobody may send more than a sign-in needs.
  api.use(['/session', '/setup'], express.json({ limit: '20kb' }));
  api.use(authRoutes(parts.database.db));
  api.use(requireTeacher, requireCsrfToken);
  api.use(express.json({ limit: '16mb' }));
  const accepted = new AcceptedStore(parts.database.db);
  const doubtful = new DoubtfulService({ ...parts, accepted });
  api.use(photoRoutes(parts));
  api.use(intakeRoutes(parts));
  api.use(photoPageRoutes({ ...parts, photos: new PhotoStore(parts.database.db) }));
  api.use(proofRoutes({ ...parts, accepted }));
  api.use(handoutRoutes(parts.handouts, parts.tray, parts.photoTray));
  api.use(pupilRoutes(parts.pupils, parts.voices));
  api.use(pronunciationRoutes(parts.pronunciations, parts.pupils, parts.voices, accepted, doubtful));
  api.use(readingRoutes(parts.service, parts.exports, parts.runner));
  api.use(jobRoutes(parts.jobs, parts.runner));
  api.use(unknownAddress);
  return api;
}

function serveScreens(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(path.join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(folder, { index: false }));
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(path.join(folder, 'index.html'));
  });
}
