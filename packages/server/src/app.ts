import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import path from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { authRoutes } from './auth/routes.ts';
import { classSetRoutes, type ClassSetRouteParts } from './classSets/routes.ts';
import { CsrfTokens, requireTeacher, sessionHandler } from './auth/sessions.ts';
import type { OpenDatabase } from './db/database.ts';
import { photoPageRoutes, type PhotoPageParts } from './handouts/photoPageRoutes.ts';
import { proofRoutes, type ProofParts } from './handouts/proofRoutes.ts';
import { handoutRoutes, type HandoutRouteParts } from './handouts/routes.ts';
import { handOutRoutes, type HandOutRouteParts } from './handingOut/routes.ts';
import { embeddingRoutes } from './handingOut/embeddingRoutes.ts';
import { artworkRoutes, feedRoutes } from './handingOut/feedRoutes.ts';
import { openRoutes } from './handingOut/openRoutes.ts';
import { pageRoutes, type PageRouteParts } from './handingOut/pageRoutes.ts';
import { hearingRoutes, type HearingRouteParts } from './heardPages/openRoutes.ts';
import { heardPageRoutes } from './heardPages/routes.ts';
import { knownHost } from './http/knownHost.ts';
import { problemHandler, unknownAddress } from './http/problem.ts';
import { plainAddress, storableBody } from './http/storable.ts';
import { photoRoutes, type PhotoParts } from './intake/photoRoutes.ts';
import { intakeRoutes, type IntakeParts } from './intake/routes.ts';
import type { Jobs } from './jobs/jobs.ts';
import { jobRoutes } from './jobs/routes.ts';
import { languageRoutes, type LanguageParts } from './language/routes.ts';
import { listeningRoutes, type ListeningParts } from './listening/routes.ts';
import { openBoardRoutes, type OpenBoardParts } from './phrases/openBoardRoutes.ts';
import { phraseRoutes } from './phrases/routes.ts';
import { pronunciationRoutes, type PronunciationParts } from './pronunciations/routes.ts';
import { pupilRoutes } from './pupils/routes.ts';
import { readingRoutes, type ReadingRouteParts } from './readings/routes.ts';
import { recordingRoutes, type RecordingRouteParts } from './recordings/routes.ts';
import { recordRoutes, type RecordRouteParts } from './records/routes.ts';
import type { ObjectStore } from './store/objectStore.ts';

/** What the web application is made of. */
export interface AppParts
  extends
    HandoutRouteParts,
    PhotoPageParts,
    ProofParts,
    PhotoParts,
    IntakeParts,
    LanguageParts,
    ListeningParts,
    OpenBoardParts,
    PronunciationParts,
    ReadingRouteParts,
    HandOutRouteParts,
    PageRouteParts,
    HearingRouteParts,
    RecordRouteParts,
    RecordingRouteParts,
    ClassSetRouteParts {
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
export function createApp(parts: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  if (parts.trustedProxies.length > 0) app.set('trust proxy', [...parts.trustedProxies]);
  app.use(
    pinoHttp({
      logger: parts.log,
      autoLogging: false,
      serializers: {
        // Who reads the log must not be able to open a board or a page.
        req: (request: { url?: string }) => ({ ...request, url: request.url?.replace(SECRET, '$1…') }),
      },
    }),
  );
  app.use(knownHost(parts.hosts), plainAddress);
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
  app.use(feedRoutes(parts));
  app.use(hearingRoutes(parts));
  app.use(pageRoutes(parts));
  if (parts.webFolder !== undefined) serveScreens(app, parts.webFolder);
  app.use(problemHandler);
  return app;
}

/** All routes below /api; also walked by the test that tries each as a stranger. */
export function apiRoutes(parts: AppParts): express.Router {
  const api = express.Router();
  const tokens = new CsrfTokens(parts.secret);
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => {
    response.json({ ok: true });
  });
  // Before there are sessions: a pupil's page has none.
  api.use(openRoutes(parts));
  api.use(sessionHandler(parts.database.pool, parts.secret));
  api.use(['/session', '/setup'], express.json({ limit: SMALL }), storableBody);
  api.use(authRoutes(parts, tokens));
  api.use(openBoardRoutes(parts));
  api.use(requireTeacher, tokens.require);
  api.use(express.json({ limit: LARGE }), storableBody);
  api.use(phraseRoutes(parts));
  api.use(photoRoutes(parts));
  api.use(intakeRoutes(parts));
  api.use(photoPageRoutes(parts));
  api.use(proofRoutes(parts));
  api.use(languageRoutes(parts));
  api.use(handoutRoutes(parts));
  api.use(pupilRoutes(parts.pupils, parts.voices));
  api.use(pronunciationRoutes(parts));
  api.use(readingRoutes(parts));
  api.use(listeningRoutes(parts));
  api.use(classSetRoutes(parts));
  api.use(handOutRoutes(parts));
  api.use(artworkRoutes(parts));
  api.use(embeddingRoutes(parts));
  api.use(heardPageRoutes(parts));
  api.use(recordingRoutes(parts));
  api.use(recordRoutes(parts));
  api.use(jobRoutes(parts.jobs, parts.store));
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
