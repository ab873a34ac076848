import { handOutChangeSchema, handOutRequestSchema, id, pinChangeSchema, type Given } from '@aurelfield/api';
import { Router } from 'express';
import { z } from 'zod';
import { schoolOf } from '../auth/sessions.ts';
import { idParam } from '../http/params.ts';
import type { HandOutService } from './handOutService.ts';
import type { Shelf } from '../handouts/shelf.ts';
import type { PupilStore } from '../pupils/pupilStore.ts';
import type { HandOutStore } from './handOutStore.ts';

export interface HandOutRouteDeps {
  readonly handingOut: HandOutService;
  readonly handOuts: HandOutStore;
  readonly shelf: Shelf;
  readonly pupils: PupilStore;
}

const listQuery = z.object({ handoutId: id.optional() });

/** The teacher's side: hand out, renew, take back; links and PINs. */
export function handOutRoutes({ handingOut, handOuts, shelf, pupils }: HandOutRouteDeps): Router {
  const router = Router();

  router.get('/handouts/:id/given', async (request, response) => {
    const { handout } = await shelf.row(schoolOf(request), idParam(request));
    const count = await handOuts.countGiven(schoolOf(request), { handoutId: handout.id });
    response.json({ count } satisfies Given);
  });

  router.get('/pupils/:id/given', async (request, response) => {
    const { id: pupilId } = await pupils.get(schoolOf(request), idParam(request));
    const count = await handOuts.countGiven(schoolOf(request), { pupilId });
    response.json({ count } satisfies Given);
  });

  router.get('/hand-outs', async (request, response) => {
    const { handoutId } = listQuery.parse(request.query);
    response.json(await handingOut.list(schoolOf(request), handoutId));
  });

  router.post('/hand-outs', async (request, response) => {
    response
      .status(202)
      .json(await handingOut.give(schoolOf(request), handOutRequestSchema.parse(request.body)));
  });

  router.patch('/hand-outs/:id', async (request, response) => {
    const change = handOutChangeSchema.parse(request.body);
    response.json(await handingOut.change(schoolOf(request), idParam(request), change));
  });

  router.post('/hand-outs/:id/renew', async (request, response) => {
    response.status(202).json(await handingOut.renew(schoolOf(request), idParam(request)));
  });

  router.delete('/hand-outs/:id', async (request, response) => {
    await handingOut.takeBack(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.post('/hand-outs/:id/link', async (request, response) => {
    response.status(201).json(await handingOut.linkTo(schoolOf(request), idParam(request)));
  });

  router.get('/pupil-links', async (request, response) => {
    response.json(await handingOut.links(schoolOf(request)));
  });

  router.post('/pupil-links/:id/replace', async (request, response) => {
    response.status(201).json(await handingOut.replaceLink(schoolOf(request), idParam(request)));
  });

  router.put('/pupil-links/:id/pin', async (request, response) => {
    const { pin } = pinChangeSchema.parse(request.body);
    await handingOut.setPin(schoolOf(request), idParam(request), pin);
    response.status(204).end();
  });

  router.delete('/pupil-links/:id', async (request, response) => {
    await handingOut.revokeLink(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  return router;
}
