import { pupilInputSchema, sampleSchema } from '@aurelfield/api';
import { planAtPace } from '@aurelfield/core';
import type { VoiceRegistry } from '@aurelfield/voices';
import { Router } from 'express';
import { schoolOf } from '../auth/sessions.ts';
import { idParam } from '../http/params.ts';
import { Refusal } from '../refusal.ts';
import { speakAtOnce } from '../readings/speakAtOnce.ts';
import type { PupilStore } from './pupilStore.ts';

/** Pupils, their profiles, the voices to choose from and a sentence to try them on. */
export function pupilRoutes(pupils: PupilStore, voices: VoiceRegistry): Router {
  const router = Router();

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
    response.status(201).json(await pupils.add(schoolOf(request), pupilInputSchema.parse(request.body)));
  });

  router.put('/pupils/:id', async (request, response) => {
    response.json(
      await pupils.update(schoolOf(request), idParam(request), pupilInputSchema.parse(request.body)),
    );
  });

  router.delete('/pupils/:id', async (request, response) => {
    await pupils.setArchived(schoolOf(request), idParam(request), true);
    response.status(204).end();
  });

  router.post('/pupils/:id/restore', async (request, response) => {
    await pupils.setArchived(schoolOf(request), idParam(request), false);
    response.status(204).end();
  });

  router.post('/sample', async (request, response) => {
    const { text, language, profile } = sampleSchema.parse(request.body);
    const voice = voices.voiceFor(language, profile.voices);
    if (!voice) throw new Refusal('no-voice', 'No voice here speaks this language.');
    const planVoice = { id: voice.id, engineVersion: voices.engineVersion(voice.id) ?? '' };
    const blocks = [{ type: 'paragraph' as const, text, offset: 0 }];
    const settings = { ...profile, sampleRate: voice.sampleRate };
    const wav = await speakAtOnce(planAtPace(blocks, language, planVoice, settings), voices, settings);
    response.type('audio/wav').send(wav);
  });

  return router;
}
