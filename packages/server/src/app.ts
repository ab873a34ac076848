import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import path from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Config } from './config.ts';
import type { OpenDatabase } from './db/database.ts';
import type { Feature, FeatureRoutes } from './feature.ts';
import { knownHost } from './http/knownHost.ts';
import { errorHandler, unknownAddress } from './http/errorHandler.ts';
import { requireTeacher, sessionHandler, type CsrfTokens } from './http/sessions.ts';
import { plainAddress, storableBody } from './http/storable.ts';

export interface AppDeps {
  readonly config: Pick<Config, 'secret' | 'hosts' | 'trustedProxies' | 'webFolder'>;
  readonly database: OpenDatabase;
  readonly csrfTokens: CsrfTokens;
  readonly features: readonly Feature[];
  readonly log: Logger;
}

/** The secret of a board's link, or of a pupil's page, in an address. */
const SECRET = /((?:open-boards|\/open|\/p)\/)[^/?]+/u;

/** Bytes of a request's body: before the sign-in nobody may send more than a sign-in needs. */
const [SMALL, LARGE] = ['20kb', '16mb'];

/** The Express application: the API, and the built screens for every other address. */
export function createApp(deps: AppDeps): Express {
  const { config, features, log } = deps;
  const app = express();
  app.disable('x-powered-by');
  if (config.trustedProxies.length > 0) app.set('trust proxy', [...config.trustedProxies]);
  app.use(
    pinoHttp({
      logger: log,
      autoLogging: false,
      serializers: {
        // Who reads the log must not be able to open a board or a page.
        req: (request: { url?: string }) => ({ ...request, url: request.url?.replace(SECRET, '$1…') }),
      },
    }),
  );
  app.use(knownHost(config.hosts), plainAddress);
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
  app.use(...routersOf(features, 'pages'));
  if (config.webFolder !== undefined) serveScreens(app, config.webFolder);
  app.use(errorHandler);
  return app;
}

/** All routes below /api; also walked by the test that tries each as a stranger. */
export function apiRoutes({ config, database, csrfTokens, features }: AppDeps): express.Router {
  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => {
    response.json({ ok: true });
  });
  api.use(...routersOf(features, 'withoutSession'));
  api.use(sessionHandler(database.pool, config.secret));
  api.use(['/session', '/setup'], express.json({ limit: SMALL }), storableBody);
  api.use(...routersOf(features, 'beforeSignIn'));
  api.use(requireTeacher, csrfTokens.require);
  api.use(express.json({ limit: LARGE }), storableBody);
  api.use(...routersOf(features, 'signedIn'));
  api.use(unknownAddress);
  return api;
}

function routersOf(features: readonly Feature[], place: keyof FeatureRoutes): express.Router[] {
  return features.flatMap(({ routes }) => routes?.[place] ?? []);
}

function serveScreens(app: Express, folder: string): void {
  // What is asked for often and by many is made small once instead (http/compressed.ts): an encoder for each
  // answer costs more than the answer.
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
