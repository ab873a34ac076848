import type { Hearing } from '@aurelfield/api';
import { Router, type Request, type Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import path from 'node:path';
import type {} from 'pino-http';
import { errorOf } from '../../http/errorHandler.ts';
import type { SharedLimits } from '../../http/sharedLimits.ts';
import { AppError } from '../../appError.ts';
import type { WebPageReadingService } from './webPageReadingService.ts';
import { waitingPage } from './waitingPage.ts';

export interface HearingRouteDeps {
  readonly webPageReadings: WebPageReadingService;
  readonly limits: SharedLimits;
  /** Folder of the built pupil's page, whose small files these are; absent while Vite serves it. */
  readonly pageFolder: string | undefined;
}

/** Questions from one address in a minute: a class that waits for a page asks every other second. */
const ASKED_A_MINUTE = 1200;
/** New pages that one address may have made in an hour. */
export const NEW_AN_HOUR = 20;
const HOUR = 60 * 60 * 1000;
const FILES = ['waiting.js', 'hearing.css'];

/** The way from a page of the school's site to its sound: no account, no cookie. */
export function hearingRoutes({ webPageReadings, limits, pageFolder }: HearingRouteDeps): Router {
  const router = Router();
  if (pageFolder === undefined) return router;
  const folder = path.join(pageFolder, 'hearing');
  const limit = rateLimit({
    windowMs: 60_000,
    limit: ASKED_A_MINUTE,
    store: limits.store('hear'),
    keyGenerator: (request) => ipKeyGenerator(request.ip ?? ''),
    handler: (_request, _response, next) => {
      next(new AppError('too-many', 'Too much was asked for in a short time. Wait a minute.'));
    },
  });

  const hear = async (request: Request): Promise<Hearing> => {
    const { page } = request.query;
    const visitor = ipKeyGenerator(request.ip ?? '');
    const { hearing, begun: isNew } = await webPageReadings.hear(
      typeof page === 'string' ? page : '',
      async () => {
        if ((await limits.count(`new pages ${visitor}`)) >= NEW_AN_HOUR)
          throw new AppError(
            'too-many',
            'Too many new pages were asked for from here. Try again in an hour.',
          );
      },
    );
    if (isNew) await limits.add(`new pages ${visitor}`, HOUR);
    return hearing;
  };

  router.get('/hear.js', (_request, response) => {
    // Pages of other sites bring it in.
    response.set({ 'Cross-Origin-Resource-Policy': 'cross-origin', 'Cache-Control': 'public, max-age=3600' });
    response.sendFile(path.join(folder, 'hear.js'));
  });

  router.get('/page/hearing/:name', (request, response) => {
    const name = FILES.find((one) => one === request.params.name);
    if (name === undefined) throw new AppError('not-found', 'There is nothing at this address.');
    response.set('Cache-Control', 'no-cache').sendFile(path.join(folder, name));
  });

  router.get('/hear/state', limit, async (request, response) => {
    response.set('Cache-Control', 'no-store').json(await hear(request));
  });

  router.get('/hear', limit, async (request, response) => {
    response.set({ 'Cache-Control': 'no-store', 'Referrer-Policy': 'no-referrer' });
    try {
      const { state, path: ready, message } = await hear(request);
      if (state === 'ready' && ready !== null) {
        response.redirect(303, ready);
        return;
      }
      const waits = state === 'making';
      const title = waits ? 'One moment, please' : 'This page cannot be heard';
      show(response.status(waits ? 202 : 422), { title, message, waits, address: addressIn(request) });
    } catch (error) {
      const { status, message } = errorOf(error);
      if (status >= 500) request.log.error({ err: error }, 'a page could not be heard');
      show(response.status(status), { title: 'This page cannot be heard', message, waits: false });
    }
  });
  return router;
}

function show(response: Response, page: Parameters<typeof waitingPage>[0]): void {
  response
    .set(
      'Content-Security-Policy',
      "default-src 'none'; script-src 'self'; style-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
    )
    .type('html')
    .send(waitingPage(page));
}

/** The page that was asked for: an address that was found allowed. */
function addressIn({ query }: Request): string | undefined {
  return typeof query.page === 'string' ? query.page : undefined;
}
