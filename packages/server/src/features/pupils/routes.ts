import {
  DEFAULT_PROFILE,
  pupilChangeSchema,
  pupilInputSchema,
  sampleSchema,
  importClassListSchema,
  type HeardSample,
} from '@aurelfield/api';
import { planAtPace } from '@aurelfield/core/speech';
import type { VoiceRegistry } from '@aurelfield/voices';
import { Router } from 'express';
import { schoolOf } from '../../http/sessions.ts';
import { leaving } from '../../http/leaving.ts';
import { idParam } from '../../http/params.ts';
import { oneFile } from '../../http/upload.ts';
import { decodeUpload } from '../imports/importPreview.ts';
import { AppError } from '../../appError.ts';
import { speakAtOnce } from '../../speech/speakAtOnce.ts';
import { readClassList } from './classList.ts';
import type { PupilRepository } from './pupilRepository.ts';

const MAX_LIST_BYTES = 1024 * 1024;

/** Pupils, their profiles, the voices to choose from and a sentence to try them on. */
export function pupilRoutes(pupils: PupilRepository, voices: VoiceRegistry): Router {
  const router = Router();
  const upload = oneFile({ bytes: MAX_LIST_BYTES, fields: 2 });

  router.get('/voices', (_request, response) => {
    response.json(voices.voices);
  });

  router.get('/voices/missing', (_request, response) => {
    response.json(voices.missing);
  });

  router.get('/pupils', async (request, response) => {
    response.json(await pupils.list(schoolOf(request)));
  });

  router.get('/pupils/deleted', async (request, response) => {
    response.json(await pupils.deleted(schoolOf(request)));
  });

  router.post('/pupils', async (request, response) => {
    const { reason, trials, revision: _revision, ...input } = pupilChangeSchema.parse(request.body);
    const origin = { teacherId: request.session.teacherId ?? null, reason, trials };
    response.status(201).json(await pupils.add(schoolOf(request), pupilInputSchema.parse(input), origin));
  });

  router.put('/pupils/:id', async (request, response) => {
    response.json(
      await pupils.update(
        schoolOf(request),
        idParam(request),
        pupilChangeSchema.parse(request.body),
        request.session.teacherId ?? null,
      ),
    );
  });

  router.get('/pupils/:id/profiles', async (request, response) => {
    response.json(await pupils.history(schoolOf(request), idParam(request)));
  });

  router.delete('/pupils/:id', async (request, response) => {
    await pupils.setDeleted(schoolOf(request), idParam(request), true);
    response.status(204).end();
  });

  router.post('/pupils/:id/restore', async (request, response) => {
    await pupils.setDeleted(schoolOf(request), idParam(request), false);
    response.status(204).end();
  });

  router.post('/class-lists/read', upload, async (request, response) => {
    if (!request.file) throw new AppError('no-file', 'No file arrived. Choose it again.');
    const text = decodeUpload({ name: request.file.originalname, bytes: request.file.buffer });
    const list = readClassList(text, await pupils.list(schoolOf(request)));
    if (list.pupils.length === 0)
      throw new AppError(
        'empty',
        `There is no pupil in the file. ${list.refused[0]?.why ?? 'It wants a name in each line, or a table with the column “name”.'}`,
      );
    response.json(list);
  });

  router.post('/class-lists', async (request, response) => {
    const list = importClassListSchema.parse(request.body);
    response.json(
      await pupils.importClassList(
        schoolOf(request),
        list,
        DEFAULT_PROFILE,
        request.session.teacherId ?? null,
      ),
    );
  });

  router.post('/sample', async (request, response) => {
    const { text, language, profile } = sampleSchema.parse(request.body);
    const voice = voices.voiceFor(language, profile.voices);
    if (!voice) throw new AppError('no-voice', 'No voice here speaks this language.');
    const planVoice = { id: voice.id, engineVersion: voices.engineVersion(voice.id) ?? '' };
    const blocks = [{ type: 'paragraph' as const, text, offset: 0 }];
    const settings = { ...profile, sampleRate: voice.sampleRate };
    const plan = planAtPace(blocks, language, planVoice, settings);
    const { wav, duration, words } = await speakAtOnce(plan, voices, settings, leaving(response));
    response.json({ wav: wav.toString('base64'), duration, words: [...words] } satisfies HeardSample);
  });

  return router;
}
