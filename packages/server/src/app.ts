import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import path from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { authRoutes } from './auth/routes.ts';
import { classSetRoutes, type ClassSetRouteDeps } from './classSets/routes.ts';
import { CsrfTokens, requireTeacher, sessionHandler } from './auth/sessions.ts';
import type { OpenDatabase } from './db/database.ts';
import { photoPageRoutes, type PhotoPageDeps } from './handouts/photoPageRoutes.ts';
import { proofRoutes, type ProofDeps } from './handouts/proofRoutes.ts';
import { handoutRoutes, type HandoutRouteDeps } from './handouts/routes.ts';
import { assignmentRoutes, type AssignmentRouteDeps } from './assignments/routes.ts';
import { embeddingRoutes } from './assignments/embeddingRoutes.ts';
import { artworkRoutes, feedRoutes } from './assignments/feedRoutes.ts';
import { openRoutes } from './assignments/openRoutes.ts';
import { pageRoutes, type PageRouteDeps } from './assignments/pageRoutes.ts';
import { hearingRoutes, type HearingRouteDeps } from './webPageReadings/openRoutes.ts';
import { webPageReadingRoutes } from './webPageReadings/routes.ts';
import { knownHost } from './http/knownHost.ts';
import { problemHandler, unknownAddress } from './http/problem.ts';
import { plainAddress, storableBody } from './http/storable.ts';
import { photoRoutes, type PhotoDeps } from './imports/photoRoutes.ts';
import { importRoutes, type ImportDeps } from './imports/routes.ts';
import type { Jobs } from './jobs/jobs.ts';
import { jobRoutes } from './jobs/routes.ts';
import { languageRoutes, type LanguageDeps } from './language/routes.ts';
import { listeningRoutes, type ListeningDeps } from './listening/routes.ts';
import { openBoardRoutes, type OpenBoardDeps } from './phrases/openBoardRoutes.ts';
import { phraseRoutes } from './phrases/routes.ts';
import { pronunciationRoutes, type PronunciationDeps } from './pronunciations/routes.ts';
import { pupilRoutes } from './pupils/routes.ts';
import { readingRoutes, type ReadingRouteDeps } from './readings/routes.ts';
import { recordingRoutes, type RecordingRouteDeps } from './recordings/routes.ts';
import { recordRoutes, type RecordRouteDeps } from './records/routes.ts';
import type { ObjectStore } from './store/objectStore.ts';

/** What the web application is made of. */
export interface AppDeps
  extends
    HandoutRouteDeps,
    PhotoPageDeps,
    ProofDeps,
    PhotoDeps,
    ImportDeps,
    LanguageDeps,
    ListeningDeps,
    OpenBoardDeps,
    PronunciationDeps,
    ReadingRouteDeps,
    AssignmentRouteDeps,
    PageRouteDeps,
    HearingRouteDeps,
    RecordRouteDeps,
    RecordingRouteDeps,
    ClassSetRouteDeps {
  readonly database: OpenDatabase;
  readonly jobs: Jobs;
  readonly store: ObjectStore;
  readonly secret: string;
  /** Names that this server is known by. */
  readonly hosts: readonly string[];
  readonly trustedProxies: readonly string[];
  readonly publicAddress: string | undefined;
  readonly webFolder: string | undefined;
  readonly log: Logger;
}

/** The secret of a board's link, or of a pupil's page, in an address. */
const SECRET = /((?:open-boards|\/open|\/p)\/)[^/?]+/u;

/** Bytes of a request's body: before the sign-in nobody may send more than a sign-in needs. */
const [SMALL, LARGE] = ['20kb', '16mb'];

/** The Express application: the API, and the built screens for every other address. */
export function createApp(deps: AppDeps): Express {
  const app = express();
  app.disable('x-powered-by');
  if (deps.trustedProxies.length > 0) app.set('trust proxy', [...deps.trustedProxies]);
  app.use(
    pinoHttp({
      logger: deps.log,
      autoLogging: false,
      serializers: {
        // Who reads the log must not be able to open a board or a page.
        req: (request: { url?: string }) => ({ ...request, url: request.url?.replace(SECRET, '$1…') }),
      },
    }),
  );
  app.use(knownHost(deps.hosts), plainAddress);
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
  app.use('/api', apiRoutes(deps));
  app.use(feedRoutes(deps));
  app.use(hearingRoutes(deps));
  app.use(pageRoutes(deps));
  if (deps.webFolder !== undefined) serveScreens(app, deps.webFolder);
  app.use(problemHandler);
  return app;
}

/** All routes below /api; also walked by the test that tries each as a stranger. */
export function apiRoutes(deps: AppDeps): express.Router {
  const api = express.Router();
  const tokens = new CsrfTokens(deps.secret);
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => {
    response.json({ ok: true });
  });
  // Before there are sessions: a pupil's page has none.
  api.use(openRoutes(deps));
  api.use(sessionHandler(deps.database.pool, deps.secret));
  api.use(['/session', '/setup'], express.json({ limit: SMALL }), storableBody);
  api.use(authRoutes(deps, tokens));
  api.use(openBoardRoutes(deps));
  api.use(requireTeacher, tokens.require);
  api.use(express.json({ limit: LARGE }), storableBody);
  api.use(phraseRoutes(deps));
  api.use(photoRoutes(deps));
  api.use(importRoutes(deps));
  api.use(photoPageRoutes(deps));
  api.use(proofRoutes(deps));
  api.use(languageRoutes(deps));
  api.use(handoutRoutes(deps));
  api.use(pupilRoutes(deps.pupils, deps.voices));
  api.use(pronunciationRoutes(deps));
  api.use(readingRoutes(deps));
  api.use(listeningRoutes(deps));
  api.use(classSetRoutes(deps));
  api.use(assignmentRoutes(deps));
  api.use(artworkRoutes(deps));
  api.use(embeddingRoutes(deps));
  api.use(webPageReadingRoutes(deps));
  api.use(recordingRoutes(deps));
  api.use(recordRoutes(deps));
  api.use(jobRoutes(deps.jobs, deps.store));
  api.use(unknownAddress);
  return api;
}

function serveScreens(app: Express, folder: string): void {
  // What is asked for often and by many is made small once instead (http/compressed.ts): an encoder for each answer costs more than the answer.
  app.use(compression());
  app.use(
    '/assets',
    express.static(path.join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(folder, { index: false }));
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(path.join(folder, 'index.html'));
  });
}
