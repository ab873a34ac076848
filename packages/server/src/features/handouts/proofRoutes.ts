import { saveBlocksSchema, setAsideSchema } from '@aurelfield/api';
import { Router, type Request } from 'express';
import { authorOf, schoolOf } from '../../http/sessions.ts';
import { idParam } from '../../http/params.ts';
import { fetchForReading } from '../imports/fetchForReading.ts';
import type { ImportDeps } from '../imports/routes.ts';
import { tidyBlocks } from '../imports/tidyBlocks.ts';
import type { TextRevisionService } from '../texts/textRevisionService.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { HandoutRepository } from './handoutRepository.ts';
import type { SourceRepository } from './sourceRepository.ts';
import type { VersionRepository } from './versionRepository.ts';

export interface ProofDeps extends Pick<ImportDeps, 'readers' | 'allowedOrigins'> {
  readonly handoutRepository: HandoutRepository;
  readonly textRevisions: TextRevisionService;
  readonly versions: VersionRepository;
  readonly sources: SourceRepository;
  readonly threads: TextThreads;
}

/** Making a handout's text right: save, set aside, versions, fetch a page again. */
export function proofRoutes(deps: ProofDeps): Router {
  const { handoutRepository, textRevisions, versions, sources, threads, readers, allowedOrigins } = deps;
  const router = Router();

  router.put('/handouts/:id/blocks', async (request, response) => {
    const { content, base, reason, window } = saveBlocksSchema.parse(request.body);
    response.json(
      await textRevisions.save(
        authorOf(request, window),
        idParam(request),
        await tidyBlocks(content, threads),
        {
          base,
          reason,
        },
      ),
    );
  });

  router.get('/handouts/:id/versions', async (request, response) => {
    await handoutRepository.row(schoolOf(request), idParam(request));
    response.json(await versions.list(schoolOf(request), idParam(request)));
  });

  router.post('/handouts/:id/versions', async (request, response) => {
    const { content, window } = setAsideSchema.parse(request.body);
    await textRevisions.setAside(
      authorOf(request, window),
      idParam(request),
      await tidyBlocks(content, threads),
    );
    response.status(204).end();
  });

  router.get('/handouts/:id/versions/:version', async (request, response) => {
    response.json(await versions.get(schoolOf(request), idParam(request), versionOf(request)));
  });

  router.post('/handouts/:id/fetch-again', async (request, response) => {
    const schoolId = schoolOf(request);
    const address = await sources.address(schoolId, idParam(request));
    const page = await fetchForReading(address, { allowedOrigins });
    const document = await readers.read({ kind: 'page', name: page.address, bytes: page.content });
    const { text } = await handoutRepository.row(schoolId, idParam(request));
    const before = new Set(text.blocks.map((block) => block.text));
    const now = new Set(document.blocks.map((block) => block.text));
    response.json({
      content: document.blocks.map(({ offset: _offset, ...block }) => block),
      added: [...now].filter((block) => !before.has(block)),
      removed: [...before].filter((block) => !now.has(block)),
    });
  });

  return router;
}

function versionOf(request: Request): string {
  return idParam(request, 'version');
}
