import {
  boardChangeSchema,
  boardInputSchema,
  MAX_PICTURE_BYTES,
  sayRequestSchema,
  type Phrase,
  type PhraseVoice,
} from '@aurelfield/api';
import express, { Router, type Response } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import { leaving } from '../../http/leaving.ts';
import { idParam } from '../../http/params.ts';
import { AppError } from '../../appError.ts';
import type { BoardRepository } from './boardRepository.ts';
import type { PhraseSound } from './phraseSound.ts';

export interface PhraseDeps {
  readonly boards: BoardRepository;
  readonly phraseSound: PhraseSound;
}

/** How a PNG file begins. ISO/IEC 15948, 5.2. */
const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

export const soundQuerySchema = z.object({
  variant: z.coerce.number().int().min(0).max(11).optional(),
  loud: z.literal('1').optional(),
});

/** The teacher's side: boards are made and changed, their links given out and taken back. */
export function phraseRoutes({ boards, phraseSound }: PhraseDeps): Router {
  const router = Router();

  router.get('/boards', async (request, response) => {
    response.json(await boards.list(schoolOf(request)));
  });

  router.post('/boards', async (request, response) => {
    response.status(201).json(await boards.add(schoolOf(request), boardInputSchema.parse(request.body)));
  });

  router.get('/boards/:id', async (request, response) => {
    response.json(await boards.get(schoolOf(request), idParam(request)));
  });

  router.put('/boards/:id', async (request, response) => {
    const change = boardChangeSchema.parse(request.body);
    response.json(await boards.update(schoolOf(request), idParam(request), change));
  });

  router.delete('/boards/:id', async (request, response) => {
    await boards.setDeleted(schoolOf(request), idParam(request), true);
    response.status(204).end();
  });

  router.post('/boards/:id/restore', async (request, response) => {
    await boards.setDeleted(schoolOf(request), idParam(request), false);
    response.status(204).end();
  });

  router.post('/boards/:id/link', async (request, response) => {
    response.status(201).json({ token: await boards.makeLink(schoolOf(request), idParam(request)) });
  });

  router.delete('/boards/:id/link', async (request, response) => {
    await boards.revokeLink(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  router.get('/boards/:id/voice', async (request, response) => {
    const board = await boards.get(schoolOf(request), idParam(request));
    response.json(await phraseSound.voiceOf(schoolOf(request), board.pupilId));
  });

  router.post('/phrases/hear', async (request, response) => {
    const { text, voice } = sayRequestSchema.parse(request.body);
    sendWav(response, await phraseSound.speak(schoolOf(request), null, text, voice, leaving(response)));
  });

  router.post(
    '/phrase-pictures',
    express.raw({ type: 'image/png', limit: MAX_PICTURE_BYTES }),
    async (request, response) => {
      const content: unknown = request.body;
      if (!Buffer.isBuffer(content) || !content.subarray(0, PNG.length).equals(PNG))
        throw new AppError('file-type', 'This is not a picture that can be used. Choose a JPEG or PNG file.');
      response.status(201).json({ id: await boards.addPicture(schoolOf(request), content) });
    },
  );

  router.get('/phrase-pictures/:id', async (request, response) => {
    sendPng(response, await boards.picture(schoolOf(request), idParam(request)));
  });

  return router;
}

/** The text and voice of a phrase or of one of its variants. @throws AppError 404. */
export function phraseText(
  phrases: readonly Phrase[],
  phraseId: string,
  variant: number | undefined,
  isLoud: boolean,
): { text: string; voice: PhraseVoice } {
  const phrase = phrases.find(({ id }) => id === phraseId);
  const text = variant === undefined ? phrase?.text : phrase?.variants[variant];
  if (!phrase || text === undefined)
    throw new AppError('not-found', 'This phrase is not on the board any more.');
  return { text, voice: isLoud ? { ...phrase.voice, loudness: 'loudest' } : phrase.voice };
}

export function sendWav(response: Response, wav: Buffer): void {
  response.type('audio/wav').send(wav);
}

export function sendPng(response: Response, png: Buffer): void {
  response.set('X-Content-Type-Options', 'nosniff').type('image/png').send(png);
}
