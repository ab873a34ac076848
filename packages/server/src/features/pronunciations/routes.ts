import {
  acceptSchema,
  impactRequestSchema,
  id,
  checkRequestSchema,
  entryInputSchema,
  hearRequestSchema,
  listSchema,
  type Imported,
} from '@aurelfield/api';
import {
  formatEntriesCsv,
  formatPls,
  homographVariants,
  ipaToRespelling,
  Lexicon,
} from '@aurelfield/core/pronunciation';
import { DEFAULT_PACE, DEFAULT_PAUSES, planHandout } from '@aurelfield/core/speech';
import type { VoiceRegistry } from '@aurelfield/voices';
import { Router } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { decodeUpload } from '../imports/importPreview.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { storableBody } from '../../http/storable.ts';
import { oneFile } from '../../http/upload.ts';
import { AppError } from '../../appError.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { speakAtOnce } from '../../speech/speakAtOnce.ts';
import type { AcceptedRepository } from './acceptedRepository.ts';
import type { ImpactService } from './impactService.ts';
import { checkSaid } from '../../speech/checkSaid.ts';
import type { DoubtfulService } from './doubtfulService.ts';
import type { PronunciationRepository } from './pronunciationRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';

const LANGUAGE = 'en-GB';
const previewSchema = z.object({ preview: z.enum(['yes', 'no']).default('no') });
const MAX_LIST_BYTES = 5 * 1024 * 1024;

export interface PronunciationDeps {
  readonly pronunciations: PronunciationRepository;
  readonly pupils: PupilRepository;
  readonly voices: VoiceRegistry;
  readonly accepted: AcceptedRepository;
  readonly doubtful: DoubtfulService;
  readonly threads: TextThreads;
  readonly impact: ImpactService;
}

/** Pronunciation lists: look, change, try, bring in and hand out. */
export function pronunciationRoutes({
  pronunciations: store,
  pupils,
  voices,
  accepted,
  doubtful,
  threads,
  impact,
}: PronunciationDeps): Router {
  const router = Router();
  const upload = oneFile({ bytes: MAX_LIST_BYTES, fields: 4 });

  router.get('/pronunciations', async (request, response) => {
    response.json(await store.list(schoolOf(request)));
  });

  router.post('/pronunciations', async (request, response) => {
    const input = entryInputSchema.parse(request.body);
    checkSaid(input);
    response.status(201).json(await store.add(schoolOf(request), input));
  });

  router.put('/pronunciations/:id', async (request, response) => {
    const input = entryInputSchema.parse(request.body);
    checkSaid(input);
    response.json(await store.update(schoolOf(request), idParam(request), input));
  });

  router.delete('/pronunciations/:id', async (request, response) => {
    await store.remove(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.post('/pronunciations/check', (request, response) => {
    response.json(checkSaid(checkRequestSchema.parse(request.body)));
  });

  router.post('/pronunciations/impact', async (request, response) => {
    response.json(await impact.find(schoolOf(request), impactRequestSchema.parse(request.body)));
  });

  router.get('/handouts/:id/doubtful', async (request, response) => {
    const { pupilId } = z.object({ pupilId: id }).parse(request.query);
    response.json(await doubtful.find(schoolOf(request), idParam(request), pupilId));
  });

  router.get('/doubtful', async (request, response) => {
    const { pupilId } = z.object({ pupilId: id }).parse(request.query);
    response.json(await doubtful.queue(schoolOf(request), pupilId));
  });

  router.post('/accepted-words', async (request, response) => {
    await accepted.add(schoolOf(request), acceptSchema.parse(request.body).word);
    response.status(204).end();
  });

  router.delete('/accepted-words', async (request, response) => {
    await accepted.remove(schoolOf(request), acceptSchema.parse(request.body).word);
    response.status(204).end();
  });

  router.get('/pronunciations/variants', (request, response) => {
    const { word } = z.object({ word: z.string().max(120) }).parse(request.query);
    response.json(
      (homographVariants(word) ?? []).map(({ ipa, meaning }) => ({
        ipa,
        meaning,
        respelling: ipaToRespelling(ipa),
      })),
    );
  });

  router.post('/pronunciations/hear', async (request, response) => {
    const { pupilId, ...entry } = hearRequestSchema.parse(request.body);
    checkSaid(entry);
    const profile =
      pupilId === undefined ? undefined : (await pupils.get(schoolOf(request), pupilId)).profile;
    const voice = voices.voiceFor(LANGUAGE, profile?.voices);
    if (!voice) throw new AppError('no-voice', 'No voice here speaks English.');
    const planVoice = { id: voice.id, engineVersion: voices.engineVersion(voice.id) ?? '' };
    // A word alone has no pauses to make room for: it is said at the pace itself.
    const settings = {
      speed: profile?.pace ?? DEFAULT_PACE,
      pitch: profile?.pitch ?? 0,
      sampleRate: voice.sampleRate,
      loudness: profile?.loudness ?? ('default' as const),
      pauses: DEFAULT_PAUSES,
    };
    const blocks = [{ type: 'paragraph' as const, text: entry.written, offset: 0 }];
    const plan = planHandout(blocks, LANGUAGE, planVoice, settings, { lexicon: new Lexicon([entry]) });
    response.type('audio/wav').send((await speakAtOnce(plan, voices, settings)).wav);
  });

  router.get('/pronunciations/file/:format', async (request, response) => {
    const list = listSchema.parse({ scope: request.query.scope, scopeValue: request.query.scopeValue ?? '' });
    const entries = await store.listOf(schoolOf(request), list);
    const isPls = request.params.format === 'pls';
    if (!isPls && request.params.format !== 'csv')
      throw new AppError('not-found', 'Lists are handed out as pls or csv.');
    response.setHeader(
      'Content-Disposition',
      attachment(`pronunciations-${list.scope}.${isPls ? 'pls' : 'csv'}`),
    );
    response
      .type(isPls ? 'application/pls+xml' : 'text/csv')
      .send(isPls ? formatPls(entries, LANGUAGE) : formatEntriesCsv(entries));
  });

  router.post('/pronunciations/file', upload, storableBody, async (request, response) => {
    const list = listSchema.parse(request.body);
    if (!request.file) throw new AppError('no-file', 'No file arrived. Choose it again.');
    const text = decodeUpload({ name: request.file.originalname, bytes: request.file.buffer });
    const { entries, warnings, wrong } = await threads.readList(text);
    if (wrong !== undefined) throw new AppError('lexicon', wrong);
    if (entries.length === 0)
      throw new AppError(
        'empty',
        `There is no entry in the file that can be used. ${warnings[0] ?? ''}`.trim(),
      );
    const changes = await store.preview(schoolOf(request), list, entries);
    const isPreview = previewSchema.parse(request.body).preview === 'yes';
    const replaced = changes.filter(({ before }) => before !== null).length;
    const counts = isPreview
      ? { added: changes.length - replaced, replaced }
      : await store.take(schoolOf(request), list, entries);
    response.json({
      ...counts,
      changes: isPreview ? changes : [],
      warnings: [...warnings],
    } satisfies Imported);
  });

  return router;
}
