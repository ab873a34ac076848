import { checkedWordsSchema, regionRequestSchema } from '@aurelfield/api';
import { Router, type Request } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { attachment } from '../../http/attachment.ts';
import { leaving } from '../../http/leaving.ts';
import { idParam } from '../../http/params.ts';
import { recogniserCode } from '../imports/recogniserCode.ts';
import type { ImportDeps } from '../imports/routes.ts';
import type { PhotoRepository } from './photoRepository.ts';
import type { HandoutRepository } from './handoutRepository.ts';

export interface PhotoPageDeps extends Pick<ImportDeps, 'readers'> {
  readonly handoutRepository: HandoutRepository;
  readonly photos: PhotoRepository;
}

/** The photos of a handout beside its text: pages, words, what was found right, a part read alone. */
export function photoPageRoutes({ handoutRepository, photos, readers }: PhotoPageDeps): Router {
  const router = Router();

  router.get('/handouts/:id/photos', async (request, response) => {
    await handoutRepository.row(schoolOf(request), idParam(request));
    response.json(await photos.pages(schoolOf(request), idParam(request)));
  });

  for (const which of ['flat', 'shown'] as const)
    router.get(`/handouts/:id/photos/:page/${which}`, async (request, response) => {
      const { content } = await photos.picture(schoolOf(request), idParam(request), pageOf(request), which);
      response.set('Cache-Control', 'private, max-age=3600').type('image/jpeg').send(content);
    });

  router.get('/handouts/:id/photos/:page/photo', async (request, response) => {
    const { name, content } = await photos.picture(
      schoolOf(request),
      idParam(request),
      pageOf(request),
      'photo',
    );
    response.setHeader('Content-Disposition', attachment(name));
    response.type('application/octet-stream').send(content);
  });

  router.put('/handouts/:id/photos/:page/checked', async (request, response) => {
    const { checked } = checkedWordsSchema.parse(request.body);
    await photos.setChecked(schoolOf(request), idParam(request), pageOf(request), checked);
    response.status(204).end();
  });

  router.post('/handouts/:id/photos/:page/region', async (request, response) => {
    const { box } = regionRequestSchema.parse(request.body);
    const [schoolId, handoutId] = [schoolOf(request), idParam(request)];
    const { text: of } = await handoutRepository.row(schoolId, handoutId);
    const { name, content } = await photos.picture(schoolId, handoutId, pageOf(request), 'flat');
    const text = await readers.read(
      { kind: 'region', name, bytes: content, box, languages: recogniserCode(of.language) },
      { signal: leaving(response) },
    );
    response.json({ text });
  });

  return router;
}

function pageOf(request: Request): number {
  return z.coerce.number().int().nonnegative().max(10_000).parse(request.params.page);
}
