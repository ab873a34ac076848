import {
  assignmentChangeSchema,
  assignmentRequestSchema,
  id,
  pinChangeSchema,
  type Given,
} from '@aurelfield/api';
import { Router } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { idParam } from '../../http/params.ts';
import type { AssignmentService } from './assignmentService.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import type { AssignmentRepository } from './assignmentRepository.ts';

export interface AssignmentRouteDeps {
  readonly assignmentService: AssignmentService;
  readonly assignments: AssignmentRepository;
  readonly handoutRepository: HandoutRepository;
  readonly pupils: PupilRepository;
}

const listQuery = z.object({ handoutId: id.optional() });

/** The teacher's side: hand out, renew, take back; links and PINs. */
export function assignmentRoutes({
  assignmentService,
  assignments,
  handoutRepository,
  pupils,
}: AssignmentRouteDeps): Router {
  const router = Router();

  router.get('/handouts/:id/given', async (request, response) => {
    const { handout } = await handoutRepository.row(schoolOf(request), idParam(request));
    const count = await assignments.countGiven(schoolOf(request), { handoutId: handout.id });
    response.json({ count } satisfies Given);
  });

  router.get('/pupils/:id/given', async (request, response) => {
    const { id: pupilId } = await pupils.get(schoolOf(request), idParam(request));
    const count = await assignments.countGiven(schoolOf(request), { pupilId });
    response.json({ count } satisfies Given);
  });

  router.get('/assignments', async (request, response) => {
    const { handoutId } = listQuery.parse(request.query);
    response.json(await assignmentService.list(schoolOf(request), handoutId));
  });

  router.post('/assignments', async (request, response) => {
    response
      .status(202)
      .json(await assignmentService.give(schoolOf(request), assignmentRequestSchema.parse(request.body)));
  });

  router.patch('/assignments/:id', async (request, response) => {
    const change = assignmentChangeSchema.parse(request.body);
    response.json(await assignmentService.change(schoolOf(request), idParam(request), change));
  });

  router.post('/assignments/:id/renew', async (request, response) => {
    response.status(202).json(await assignmentService.renew(schoolOf(request), idParam(request)));
  });

  router.delete('/assignments/:id', async (request, response) => {
    await assignmentService.withdraw(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.post('/assignments/:id/link', async (request, response) => {
    response.status(201).json(await assignmentService.linkTo(schoolOf(request), idParam(request)));
  });

  router.get('/pupil-links', async (request, response) => {
    response.json(await assignmentService.links(schoolOf(request)));
  });

  router.post('/pupil-links/:id/replace', async (request, response) => {
    response.status(201).json(await assignmentService.replaceLink(schoolOf(request), idParam(request)));
  });

  router.put('/pupil-links/:id/pin', async (request, response) => {
    const { pin } = pinChangeSchema.parse(request.body);
    await assignmentService.setPin(schoolOf(request), idParam(request), pin);
    response.status(204).end();
  });

  router.delete('/pupil-links/:id', async (request, response) => {
    await assignmentService.revokeLink(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  return router;
}
