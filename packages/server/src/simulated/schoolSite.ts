import express from 'express';
import { readFile } from 'node:fs/promises';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { embedCode, hearingLine } from '@aurelfield/api';
import path from 'node:path';

const NOTICE = `<html lang="en"><head><title>Notice</title></head><body><main><h1>Notice</h1><p>The library closes at four on Friday, because the roof is being mended.</p><p>A stand-in for a school’s web site.</p></main></body></html>`;

/** A running stand-in. */
export interface SchoolSite {
  readonly origin: string;
  stop(): Promise<void>;
}

/**
 * Stands in for the web site of Wrenmoor School: a page with menus, adverts, a cookie text, a picture with a
 * caption and comments, on loopback. It says at its foot that it is a stand-in. A learning platform is on it
 * too. Other addresses of it misbehave as sites do.
 * @param folder with its pages.
 */
export async function startSchoolSite(folder: string): Promise<SchoolSite> {
  const app = express();
  let visits = 0;
  let notice = NOTICE;
  app.get('/river/bore', async (request, response) => {
    const page = await readFile(path.join(folder, 'bore.html'), 'utf8');
    visits += 1;
    // With ?changed the page is as it was rewritten later.
    response
      .type('html')
      .send(request.query.changed === undefined ? page : page.replace('about 1.5 m high', 'up to 2 m high'));
  });
  // The same with the line that lets its readers hear it, of the server named.
  app.get('/river/bore-aloud', async (request, response) => {
    const server = typeof request.query.server === 'string' ? request.query.server : '';
    if (!/^https?:\/\/[\w.:[\]-]+$/u.test(server)) {
      response.status(400).type('text').send('Give the address of the server: ?server=…');
      return;
    }
    const page = await readFile(path.join(folder, 'bore.html'), 'utf8');
    response.type('html').send(page.replace('</h1>', `</h1>\n      ${hearingLine(server)}`));
  });
  // A page that stands still until somebody changes it, for tests of what is looked at again.
  app.get('/notice', (_request, response) => response.type('html').send(notice));
  app.put('/notice', express.text({ type: '*/*' }), (request, response) => {
    notice = String(request.body);
    response.end();
  });
  // A learning platform that shows a pupil's page in a frame, by the code that teachers paste, and by a plain
  // link.
  app.get('/platform/lesson', async (request, response) => {
    const address = typeof request.query.page === 'string' ? request.query.page : '';
    if (!/^https?:\/\/[\w.:[\]-]+\/p\/[\w-]{1,80}$/u.test(address)) {
      response.status(400).type('text').send('Give the address of a pupil’s page: ?page=…');
      return;
    }
    const page = await readFile(path.join(folder, 'platform.html'), 'utf8');
    response
      .type('html')
      .send(
        page.replace('<!--frame-->', embedCode(address, 'The lesson, read aloud')).replace('{page}', address),
      );
  });
  app.get('/to-private', (_request, response) => response.redirect('http://10.0.0.1/'));
  app.get('/round', (_request, response) => response.redirect('/round'));
  app.get('/endless', (_request, response) => {
    response.type('html').write('<html><body>');
    const timer = setInterval(() => response.write(`<p>${'word '.repeat(20_000)}</p>`), 5);
    response.on('close', () => clearInterval(timer));
  });
  app.get('/file.zip', (_request, response) => response.type('zip').send('PK'));
  app.get('/visits', (_request, response) => response.json({ visits }));
  const http = await new Promise<Server>((resolve, reject) => {
    const server = app.listen(0, '127.0.0.1', (error?: Error) => (error ? reject(error) : resolve(server)));
  });
  return {
    origin: `http://127.0.0.1:${(http.address() as AddressInfo).port}`,
    stop: async () => {
      const closed = new Promise((resolve) => http.close(resolve));
      http.closeAllConnections();
      await closed;
    },
  };
}
