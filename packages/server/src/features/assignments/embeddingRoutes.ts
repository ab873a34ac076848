import { embeddingSchema } from '@aurelfield/api';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { schoolOf } from '../../http/sessions.ts';
import type { Database } from '../../db/database.ts';
import { schools } from '../../db/schema/index.ts';

/** Which sites may show the school's assignments in a frame. */
export function embeddingRoutes({
  database: { db },
}: {
  readonly database: { readonly db: Database };
}): Router {
  const router = Router();

  router.get('/school/embedding', async (request, response) => {
    const [row] = await db
      .select({ origins: schools.embedOrigins })
      .from(schools)
      .where(eq(schools.id, schoolOf(request)));
    response.json({ origins: row?.origins ?? [] });
  });

  router.put('/school/embedding', async (request, response) => {
    const { origins } = embeddingSchema.parse(request.body);
    const embedOrigins = [...new Set(origins)];
    await db
      .update(schools)
      .set({ embedOrigins })
      .where(eq(schools.id, schoolOf(request)));
    response.json({ origins: embedOrigins });
  });
  return router;
}
