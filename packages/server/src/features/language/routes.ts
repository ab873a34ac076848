import { checkTextSchema, hearWordSchema, wordQuerySchema } from '@aurelfield/api';
import { Router } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import type { AcceptedRepository } from '../pronunciations/acceptedRepository.ts';
import type { PronunciationRepository } from '../pronunciations/pronunciationRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { TextChecker } from './textChecker.ts';
import type { WordService } from './wordService.ts';

const MOST_SUGGESTIONS = 6;
const spellingSchema = z.object({ word: z.string().min(1).max(60), language: z.string().max(40) });

export interface LanguageDeps {
  readonly checker: TextChecker;
  readonly threads: TextThreads;
  readonly accepted: AcceptedRepository;
  readonly pronunciations: PronunciationRepository;
  readonly words: WordService;
}

/** What is known of a text's words: places to look at, and how a misspelled word could be meant. */
export function languageRoutes({ checker, threads, accepted, pronunciations, words }: LanguageDeps): Router {
  const router = Router();

  router.post('/proof/check', async (request, response) => {
    const { content, language } = checkTextSchema.parse(request.body);
    const schoolId = schoolOf(request);
    const [fine, listed] = await Promise.all([accepted.all(schoolId), pronunciations.list(schoolId)]);
    const own = new Set([...fine, ...listed.map(({ written }) => written.toLowerCase())]);
    response.json(await checker.check(content, language, own));
  });

  router.get('/spelling', async (request, response) => {
    const { word, language } = spellingSchema.parse(request.query);
    response.json(await threads.suggestSpellings(word, language, MOST_SUGGESTIONS));
  });

  router.get('/words/facts', async (request, response) => {
    response.json(await words.facts(schoolOf(request), wordQuerySchema.parse(request.query)));
  });

  router.post('/words/hear', async (request, response) => {
    response.type('audio/wav').send(await words.hear(schoolOf(request), hearWordSchema.parse(request.body)));
  });

  return router;
}
