import { heardSitesSchema } from '@aurelfield/api';
import { Router } from 'express';
import { schoolOf } from '../auth/sessions.ts';
import { idParam } from '../http/params.ts';
import type { HeardPageService } from './heardPageService.ts';

/** The teacher's side of heard pages: which sites, in whose way, and what was asked for. */
export function heardPageRoutes({ heardPages }: { readonly heardPages: HeardPageService }): Router {
  const router = Router();

  router.get('/school/heard-sites', async (request, response) => {
    response.json(await heardPages.sites(schoolOf(request)));
  });

  router.put('/school/heard-sites', async (request, response) => {
    response.json(await heardPages.setSites(schoolOf(request), heardSitesSchema.parse(request.body)));
  });

  router.get('/heard-pages', async (request, response) => {
    response.json(await heardPages.list(schoolOf(request)));
  });

  router.delete('/heard-pages/:id', async (request, response) => {
    await heardPages.remove(schoolOf(request), idParam(request));
    response.status(204).end();
  });
  return router;
}
