import { fontFileNamed } from '@aurelfield/formats';
import type { Opened } from '@aurelfield/api';
import { Router, type Response } from 'express';
import path from 'node:path';
import type {} from 'pino-http';
import { sendCompressed } from '../http/compressed.ts';
import { Refusal } from '../refusal.ts';
import { FROZEN_TEXT } from './handOutWork.ts';
import { PageFiles } from './pageFiles.ts';
import type { OpenRouteParts } from './openRoutes.ts';

export interface PageRouteParts extends OpenRouteParts {
  /** Folder of the built page; absent while Vite serves it. */
  readonly pageFolder: string | undefined;
}

/** The place in the page that takes what it opens with. */
const PLACE = '<!--opened-->';

/** What the page is told where it cannot be told whether its link opens anything. */
const TROUBLE = '<script type="application/json" id="trouble">true</script>';

/** The pupil's page itself: by its link, with what it shows in it, so that one journey brings all; and by a code that is typed. */
export function pageRoutes({ pupilDoor, doorkeeper, pageFolder }: PageRouteParts): Router {
  const router = Router();
  if (pageFolder === undefined) return router;

  router.get('/page/fonts/:name', (request, response) => {
    const content = fontFileNamed(request.params.name);
    if (!content) throw new Refusal('not-found', 'There is nothing at this address.');
    response.set('Cache-Control', 'public, max-age=31536000, immutable').type('font/woff2').send(content);
  });
  const files = new PageFiles(pageFolder);
  router.get('/page/assets/:name', async (request, response) => {
    const { name } = request.params;
    const file = await files.asset(name);
    if (!file) throw new Refusal('not-found', 'There is nothing at this address.');
    response.set('Cache-Control', 'public, max-age=31536000, immutable').type(path.extname(name));
    sendCompressed(request, response, file);
  });
  router.get('/page/worker.js', (_request, response) => {
    response.set({ 'Service-Worker-Allowed': '/p/', 'Cache-Control': 'no-cache' });
    response.sendFile(path.join(pageFolder, 'worker.js'));
  });

  router.get(['/p', '/p/:key'], async (request, response) => {
    const { key } = request.params as { key?: string };
    const found = key === undefined ? undefined : await doorkeeper.open(request, () => pupilDoor.enter(key, '')).catch((error: unknown) => {
      // Who has guessed too often is told so when the next guess is typed.
      if (error instanceof Refusal) return undefined;
      request.log.error({ err: error }, 'a pupil’s page could not be opened');
      return 'trouble' as const;
    }); // prettier-ignore
    const page = await files.page();
    policy(response, found === undefined || found === 'trouble' ? [] : found.embedOrigins);
    response.status(key === undefined ? 200 : found === undefined ? 404 : found === 'trouble' ? 503 : 200);
    response
      .type('html')
      .send(
        page.replace(PLACE, () =>
          found === undefined ? '' : found === 'trouble' ? TROUBLE : dataOf(found.opened),
        ),
      );
  });
  return router;
}

/** What a page opens with, as data in it that nothing runs. Where it is one reading alone, its text and first sound are on their way before the page asks for them. */
function dataOf(opened: Opened): string {
  const json = JSON.stringify(opened).replace(/</gu, '\\u003c');
  const [only, ...others] = opened.items;
  const ahead =
    only && others.length === 0
      ? [FROZEN_TEXT, 'sound-0.opus'].map(
          (file) =>
            `<link rel="preload" as="fetch" crossorigin href="/api/open/${opened.pass}/files/${only.package}/${file}">`,
        )
      : [];
  return `${ahead.join('')}<script type="application/json" id="opened">${json}</script>`;
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
