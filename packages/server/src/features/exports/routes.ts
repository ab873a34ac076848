import { exportRequestSchema } from '@aurelfield/api';
import { Router } from 'express';
import { idParam } from '../../http/params.ts';
import { schoolOf } from '../../http/sessions.ts';
import { toJob } from '../../jobs/jobRepository.ts';
import type { ExportService } from './exportService.ts';

/** A reading as a file. */
export function exportRoutes(exports: ExportService): Router {
  const router = Router();

  router.post('/readings/:id/exports', async (request, response) => {
    response
      .status(202)
      .json(
        toJob(
          await exports.begin(schoolOf(request), idParam(request), exportRequestSchema.parse(request.body)),
        ),
      );
  });

  return router;
}
