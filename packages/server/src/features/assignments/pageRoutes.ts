import { fontFileNamed } from '@aurelfield/formats';
import { Router, type Request, type Response } from 'express';
import path from 'node:path';
import type {} from 'pino-http';
import { z } from 'zod';
import { sendCompressed } from '../../http/compressed.ts';
import { AppError } from '../../appError.ts';
import { SNAPSHOT_TEXT } from './assignmentJob.ts';
import { PageFiles } from './pageFiles.ts';
import type { OpenRouteDeps } from './openRoutes.ts';
import type { Entered } from './shareAccess.ts';

export interface PageRouteDeps extends OpenRouteDeps {
  /** Folder of the built page; absent while Vite serves it. */
  readonly pageFolder: string | undefined;
}

/** The place in the page that takes what it opens with. */
const PLACE = '<!--opened-->';

/** How the page starts: open, or with what it has to ask or say first. */
type PageAnswer =
  | { readonly state: 'open'; readonly entered: Entered }
  | { readonly state: 'code' | 'pin' | 'unknown' | 'withdrawn' | 'trouble' };

const STATES: Readonly<Record<string, Exclude<PageAnswer['state'], 'open'>>> = {
  'pin-needed': 'pin',
  'unknown-link': 'unknown',
  'unknown-code': 'unknown',
  withdrawn: 'withdrawn',
};
/** Only 410 has a device delete what it keeps of the page. */
const STATUS: Readonly<Record<PageAnswer['state'], number>> = {
  open: 200, code: 200, pin: 200, unknown: 404, withdrawn: 410, trouble: 503,
}; // prettier-ignore

/**
 * The pupil's page itself: by its link, with what it shows in it, so that one journey brings all; and by a
 * code that is typed.
 */
export function pageRoutes({ shareAccess, pageFolder }: PageRouteDeps): Router {
  const router = Router();
  if (pageFolder === undefined) return router;

  router.get('/page/fonts/:name', (request, response) => {
    const content = fontFileNamed(request.params.name);
    if (!content) throw new AppError('not-found', 'There is nothing at this address.');
    response.set('Cache-Control', 'public, max-age=31536000, immutable').type('font/woff2').send(content);
  });
  const files = new PageFiles(pageFolder);
  router.get('/page/assets/:name', async (request, response) => {
    const { name } = request.params;
    const file = await files.asset(name);
    if (!file) throw new AppError('not-found', 'There is nothing at this address.');
    response.set('Cache-Control', 'public, max-age=31536000, immutable').type(path.extname(name));
    sendCompressed(request, response, file);
  });
  router.get('/page/worker.js', (_request, response) => {
    response.set({ 'Service-Worker-Allowed': '/p/', 'Cache-Control': 'no-cache' });
    response.sendFile(path.join(pageFolder, 'worker.js'));
  });

  // The page for typing a code lies below /p/ like all others, so that it too is kept on the device.
  router.get('/p', (request, response, next) => {
    if (request.path.endsWith('/')) next();
    else response.redirect(308, '/p/');
  });

  router.get(['/p/', '/p/:key'], async (request, response) => {
    const { key } = request.params as { key?: string };
    const answer = key === undefined ? { state: 'code' as const } : await stateOf(key, request);
    const page = await files.page();
    policy(response, answer.state === 'open' ? answer.entered.embedOrigins : []);
    response
      .status(STATUS[answer.state])
      .type('html')
      .send(page.replace(PLACE, () => dataOf(answer, request, partsOf(page))));
  });

  const stateOf = async (key: string, request: Request): Promise<PageAnswer> => {
    try {
      return { state: 'open', entered: await shareAccess.enter(key, '', request) };
    } catch (error) {
      if (!(error instanceof AppError)) {
        request.log.error({ err: error }, 'a pupil’s page could not be opened');
        return { state: 'trouble' };
      }
      return { state: STATES[error.code] ?? 'trouble' };
    }
  };
  return router;
}

/**
 * What the page starts from, as data in it that nothing runs. Where it is one reading alone, its text and
 * first sound are on their way before the page asks for them.
 */
function dataOf(answer: PageAnswer, request: Request, parts: readonly string[]): string {
  const partsAhead = parts.map((part) => `<link rel="modulepreload" href="${part}">`).join('');
  if (answer.state !== 'open')
    return `${partsAhead}<script type="application/json" id="state">"${answer.state}"</script>`;
  const { opened } = answer.entered;
  const json = JSON.stringify(opened).replace(/</gu, '\\u003c');
  const [only, ...others] = opened.items;
  // The whole page's script is fetched after them, by the first screen.
  const ahead =
    only && others.length === 0
      ? [SNAPSHOT_TEXT, `sound-0.${soundFormOf(request)}`]
          .map(
            (file) =>
              `<link rel="preload" as="fetch" crossorigin href="/api/open/${opened.accessToken}/files/${only.package}/${file}">`,
          )
          .join('')
      : partsAhead;
  return `${ahead}<script type="application/json" id="opened">${json}</script>`;
}

/** Addresses of the scripts that the page fetches later, as its build names them. */
function partsOf(page: string): string[] {
  const [, json = '[]'] = /id="parts">(.*?)<\/script>/u.exec(page) ?? [];
  return z.array(z.string()).parse(JSON.parse(json));
}

/**
 * Safari before 18.4 plays no Ogg; every other browser that runs the page does (MDN, “Web audio codec
 * guide”).
 */
function soundFormOf(request: Request): 'opus' | 'm4a' {
  const agent = request.get('user-agent') ?? '';
  const [, version = ''] =
    /^(?!.*(?:Chrome|Chromium|Android)).*Version\/(\d+(?:\.\d+)?).*Safari/u.exec(agent) ?? [];
  return version !== '' && Number(version) < 18.4 ? 'm4a' : 'opus';
}

/** Nothing from elsewhere, and nothing in the page itself runs; frames only where the school allows them. */
function policy(response: Response, embedOrigins: readonly string[]): void {
  response.removeHeader('X-Frame-Options');
  response.set({
    'Content-Security-Policy': [
      "default-src 'none'",
      "script-src 'self'",
      "style-src 'self'",
      "font-src 'self'",
      "img-src 'self' blob:",
      "media-src 'self' blob:",
      "connect-src 'self'",
      "worker-src 'self'",
      "manifest-src 'self'",
      "base-uri 'none'",
      "form-action 'none'",
      `frame-ancestors ${["'self'", ...embedOrigins].join(' ')}`,
    ].join('; '),
    'Cache-Control': 'no-store',
    'Referrer-Policy': 'no-referrer',
  });
}
