import { allowedSitesSchema } from '@aurelfield/api';
import { Router } from 'express';
import { schoolOf } from '../../http/sessions.ts';
import { idParam } from '../../http/params.ts';
import type { WebPageReadingService } from './webPageReadingService.ts';

/** The teacher's side of web page readings: which sites, in whose way, and what was asked for. */
export function webPageReadingRoutes({
  webPageReadings,
}: {
  readonly webPageReadings: WebPageReadingService;
}): Router {
  const router = Router();

  router.get('/school/allowed-sites', async (request, response) => {
    response.json(await webPageReadings.sites(schoolOf(request)));
  });

  router.put('/school/allowed-sites', async (request, response) => {
    response.json(await webPageReadings.setSites(schoolOf(request), allowedSitesSchema.parse(request.body)));
  });

  router.get('/web-page-readings', async (request, response) => {
    response.json(await webPageReadings.list(schoolOf(request)));
  });

  router.delete('/web-page-readings/:id', async (request, response) => {
    await webPageReadings.remove(schoolOf(request), idParam(request));
    response.status(204).end();
  });
  return router;
}
