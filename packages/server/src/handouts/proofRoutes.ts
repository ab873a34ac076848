import { checkTextSchema, saveBlocksSchema, type CheckedText } from '@aurelfield/api';
import {
  gradeLevel,
  guessSyllables,
  proofread,
  readingEase,
  sentencesOf,
  wordsOf,
  type Block,
} from '@aurelfield/core';
import { Router, type Request } from 'express';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { z } from 'zod';
import { schoolOf } from '../auth/sessions.ts';
import { idParam } from '../http/params.ts';
import { tidyBlocks } from '../intake/examine.ts';
import { fetchForReading, read, type IntakeParts } from '../intake/routes.ts';
import { homophoneKnowledge, syllablesOfWord, wordKnowledge } from '../language/knowledge.ts';
import type { AcceptedStore } from '../pronunciations/acceptedStore.ts';
import type { PronunciationStore } from '../pronunciations/pronunciationStore.ts';
import type { HandoutStore } from './handoutStore.ts';

const FINDINGS_AT_MOST = 300;
/** Longer texts are looked through for the commonest confusions only: each word of many meanings takes a millisecond. */
const SOUNDS_ALIKE_WORDS = 15_000;

export interface ProofParts extends Pick<IntakeParts, 'readerProcess' | 'allowedOrigins'> {
  readonly handouts: HandoutStore;
  readonly accepted: AcceptedStore;
  readonly pronunciations: PronunciationStore;
}

/** Making a handout's text right: save, versions, what to look at, fetch a page again. */
export function proofRoutes({
  handouts,
  accepted,
  pronunciations,
  readerProcess,
  allowedOrigins,
}: ProofParts): Router {
  const router = Router();

  router.put('/handouts/:id/blocks', async (request, response) => {
    const { content, base, reason } = saveBlocksSchema.parse(request.body);
    response.json(
      await handouts.setBlocks(schoolOf(request), idParam(request), tidyBlocks(content), { base, reason }),
    );
  });

  router.get('/handouts/:id/versions', async (request, response) => {
    response.json(await handouts.versions(schoolOf(request), idParam(request)));
  });

  router.get('/handouts/:id/versions/:version', async (request, response) => {
    response.json(await handouts.version(schoolOf(request), idParam(request), versionParam(request)));
  });

  router.post('/handouts/:id/fetch-again', async (request, response) => {
    const schoolId = schoolOf(request);
    const address = await handouts.address(schoolId, idParam(request));
    const page = await fetchForReading(address, { allowedOrigins });
    const document = await read({ kind: 'page', name: page.address, bytes: page.content }, readerProcess);
    const before = (await handouts.blocks(schoolId, idParam(request))).map(({ text }) => text);
    const now = document.blocks.map(({ text }) => text);
    response.json({
      content: document.blocks.map(({ offset: _offset, ...block }) => block),
      added: now.filter((text) => !before.includes(text)),
      removed: before.filter((text) => !now.includes(text)),
    });
  });

  router.post('/proof/check', async (request, response) => {
    const { content, language } = checkTextSchema.parse(request.body);
    const schoolId = schoolOf(request);
    const knowledge = wordKnowledge(language);
    const own = new Set([
      ...(await accepted.all(schoolId)),
      ...(await pronunciations.list(schoolId)).map(({ written }) => written.toLowerCase()),
    ]);
    await nextTurn();
    const words = content.reduce((sum, { text }) => sum + text.length / 6, 0);
    const findings = proofread(content, language, {
      homophones: words < SOUNDS_ALIKE_WORDS ? homophoneKnowledge(language) : undefined,
      isSpelledRight:
        knowledge &&
        ((word) => {
          const bare = word.replace(/['’]s$/u, '');
          return own.has(bare.toLowerCase()) || knowledge.isSpelledRight(word);
        }),
    });
    response.json({
      findings: findings
        .slice(0, FINDINGS_AT_MOST)
        .map((finding) => ({ ...finding, instead: [...finding.instead] })),
      total: findings.length,
      sections: sectionsOf(content, language),
    } satisfies CheckedText);
  });

  router.get('/spelling', (request, response) => {
    const { word, language } = z
      .object({ word: z.string().min(1).max(60), language: z.string() })
      .parse(request.query);
    response.json(wordKnowledge(language)?.suggest(word).slice(0, 6) ?? []);
  });

  return router;
}

function versionParam(request: Request): string {
  return z.uuid().parse(request.params.version);
}

/** Readability from each heading to the next. */
function sectionsOf(
  content: readonly Pick<Block, 'type' | 'text'>[],
  language: string,
): CheckedText['sections'] {
  const sections: { block: number; title: string; texts: string[] }[] = [];
  content.forEach(({ type, text }, block) => {
    if (type === 'heading' || sections.length === 0)
      sections.push({
        block,
        title: type === 'heading' ? text : '',
        texts: type === 'heading' ? [] : [text],
      });
    else if (type !== 'table-row') sections.at(-1)?.texts.push(text);
  });
  return sections.flatMap(({ block, title, texts }) => {
    const words = texts.flatMap((text) =>
      wordsOf(text, language).map(({ start, end }) => text.slice(start, end)),
    );
    if (words.length < 10) return [];
    const counts = {
      words: words.length,
      sentences: texts.reduce((sum, text) => sum + sentencesOf(text, language).length, 0),
      syllables: words.reduce((sum, word) => sum + (syllablesOfWord(word) ?? guessSyllables(word)), 0),
    };
    return [{ block, title, words: words.length, ease: readingEase(counts), grade: gradeLevel(counts) }];
  });
}
