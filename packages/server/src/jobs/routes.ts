import { Router } from 'express';
import { schoolOf } from '../auth/sessions.ts';
import { attachment } from '../http/attachment.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import type { JobRunner } from './jobRunner.ts';
import { toJob, type JobStore } from './jobStore.ts';

/** Long work: how far it is, stop it, fetch what it made. */
export function jobRoutes(store: JobStore, runner: JobRunner): Router {
  const router = Router();

  router.get('/jobs/:id', async (request, response) => {
    response.json(toJob(await store.get(schoolOf(request), idParam(request))));
  });

  router.delete('/jobs/:id', async (request, response) => {
    await runner.cancel(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.get('/jobs/:id/file', async (request, response, next) => {
    const job = await store.get(schoolOf(request), idParam(request));
    if (job.file === null || job.fileName === null) throw notFound('This file');
    response.setHeader('Content-Disposition', attachment(job.fileName));
    response.sendFile(job.file, { dotfiles: 'allow' }, (error) => {
      if (error && !response.headersSent) next(notFound('This file'));
    });
  });

  return router;
}
