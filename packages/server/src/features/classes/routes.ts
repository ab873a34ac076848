import { renameSchema } from '@aurelfield/api';
import { Router } from 'express';
import { classes, subjects } from '../../db/schema/index.ts';
import { idParam } from '../../http/params.ts';
import { schoolOf } from '../../http/sessions.ts';
import type { ClassRepository } from './classRepository.ts';

/** Classes and subjects: what there is, and other names for them. */
export function classRoutes(repository: ClassRepository): Router {
  const router = Router();

  router.get('/classes', async (request, response) => {
    response.json(await repository.classes(schoolOf(request)));
  });

  router.patch('/classes/:id', async (request, response) => {
    const { name } = renameSchema.parse(request.body);
    await repository.rename(schoolOf(request), classes, idParam(request), name);
    response.status(204).end();
  });

  router.get('/subjects', async (request, response) => {
    response.json(await repository.subjects(schoolOf(request)));
  });

  router.patch('/subjects/:id', async (request, response) => {
    const { name } = renameSchema.parse(request.body);
    await repository.rename(schoolOf(request), subjects, idParam(request), name);
    response.status(204).end();
  });

  return router;
}
