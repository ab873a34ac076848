import { classSetRequestSchema, setChangeSchema } from '@aurelfield/api';
import { Router } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { schoolOf } from '../../http/sessions.ts';
import type { ExportService } from '../exports/exportService.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { sent } from '../../http/sent.ts';
import type { ClassSetPackage } from './classSetPackage.ts';
import type { ClassSetPlanner } from './classSetPlanner.ts';
import type { ClassSetService } from './classSetService.ts';

export interface ClassSetRouteDeps {
  readonly classSetPlanner: ClassSetPlanner;
  readonly classSets: ClassSetService;
  readonly classSetPackage: ClassSetPackage;
  readonly exports: ExportService;
}

/** Handouts for many pupils: what it takes, begin, look, pause, take the files. */
export function classSetRoutes(deps: ClassSetRouteDeps): Router {
  const router = Router();
  const { classSetPlanner: planner, classSets: service, classSetPackage: archive, exports } = deps;

  router.get('/formats', async (request, response) => {
    response.json({ formats: exports.formats(), naming: await service.naming(schoolOf(request)) });
  });

  router.post('/class-sets/plan', async (request, response) => {
    response.json(await planner.plan(schoolOf(request), classSetRequestSchema.parse(request.body)));
  });

  router.get('/class-sets', async (request, response) => {
    response.json(await service.latest(schoolOf(request)));
  });

  router.post('/class-sets', async (request, response) => {
    response
      .status(202)
      .json(await service.begin(schoolOf(request), classSetRequestSchema.parse(request.body)));
  });

  router.get('/class-sets/:id', async (request, response) => {
    response.json(await service.get(schoolOf(request), idParam(request)));
  });

  router.get('/class-sets/:id/stale', async (request, response) => {
    response.json(await service.stale(schoolOf(request), idParam(request)));
  });

  router.patch('/class-sets/:id', async (request, response) => {
    const { action } = setChangeSchema.parse(request.body);
    response.json(await service.act(schoolOf(request), idParam(request), action));
  });

  router.get('/class-sets/:id/package.zip', async (request, response) => {
    const gone = new AbortController();
    response.on('close', () => gone.abort(new Error('nobody takes the archive any more')));
    const { fileName, bytes } = await archive.of(schoolOf(request), idParam(request), gone.signal);
    response.set({ 'Content-Disposition': attachment(fileName), 'Content-Type': 'application/zip' });
    await sent(pipeline(Readable.from(bytes, { objectMode: false }), response), response);
  });

  return router;
}
