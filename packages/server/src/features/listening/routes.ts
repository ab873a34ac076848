import {
  voiceAssignmentInputSchema,
  parallelTextInputSchema,
  languageSchema,
  MARK_COLOURS,
  studyMarkChangeSchema,
  studyMarkInputSchema,
  translateRequestSchema,
} from '@aurelfield/api';
import { Router } from 'express';
import { z } from 'zod';
import { schoolOf } from '../../http/sessions.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { storableBody } from '../../http/storable.ts';
import { oneFile } from '../../http/upload.ts';
import { decodeUpload } from '../imports/importPreview.ts';
import { AppError } from '../../appError.ts';
import type { VoiceAssignmentRepository } from './voiceAssignmentRepository.ts';
import { originalSentences, type ParallelTextRepository } from './parallelTextRepository.ts';
import { readParallelTextTable } from './parallelTextTable.ts';
import { marksAsDocx, marksAsText } from './studyMarkFile.ts';
import type { TranslationClient } from './translationClient.ts';
import type { StudyMarkRepository } from './studyMarkRepository.ts';

export interface ListeningDeps {
  readonly handoutRepository: HandoutRepository;
  readonly studyMarks: StudyMarkRepository;
  readonly voiceAssignments: VoiceAssignmentRepository;
  readonly parallelTexts: ParallelTextRepository;
  readonly translation: TranslationClient;
}

const MAX_TABLE_BYTES = 5 * 1024 * 1024;
const tableFieldsSchema = z.object({ language: languageSchema, revision: z.coerce.number().int() });
const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
const fileQuerySchema = z.object({
  format: z.enum(['docx', 'txt']),
  colour: z.enum(MARK_COLOURS).optional(),
});

/** Additions to a handout's text. */
export function listeningRoutes({
  handoutRepository,
  studyMarks,
  voiceAssignments,
  parallelTexts,
  translation,
}: ListeningDeps): Router {
  const router = Router();
  const upload = oneFile({ bytes: MAX_TABLE_BYTES, fields: 4 });

  router.get('/handouts/:id/study-marks', async (request, response) => {
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    response.json(await studyMarks.list(schoolOf(request), idParam(request), text.blocks));
  });

  router.post('/handouts/:id/study-marks', async (request, response) => {
    const mark = studyMarkInputSchema.parse(request.body);
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    response
      .status(201)
      .json({ id: await studyMarks.add(schoolOf(request), idParam(request), mark, text.blocks) });
  });

  router.get('/handouts/:id/study-marks/file', async (request, response) => {
    const { format, colour } = fileQuerySchema.parse(request.query);
    const { handout, text } = await handoutRepository.row(schoolOf(request), idParam(request));
    const all = await studyMarks.list(schoolOf(request), idParam(request), text.blocks);
    const marks = all.filter((mark) => colour === undefined || mark.colour === colour);
    if (marks.length === 0) throw new AppError('empty', 'Nothing is marked in this colour yet.');
    const title = `${handout.title}: what was marked`;
    response.setHeader('Content-Disposition', attachment(`${handout.title} – marks.${format}`));
    if (format === 'txt')
      response.type('text/plain; charset=utf-8').send(marksAsText(title, marks, text.blocks));
    else response.type(DOCX).send(await marksAsDocx(title, marks, text.blocks));
  });

  router.patch('/handouts/:id/study-marks/:mark', async (request, response) => {
    const change = studyMarkChangeSchema.parse(request.body);
    await studyMarks.change(schoolOf(request), idParam(request), z.uuid().parse(request.params.mark), {
      ...(change.colour === undefined ? {} : { colour: change.colour }),
      ...(change.note === undefined ? {} : { note: change.note }),
    });
    response.status(204).end();
  });

  router.delete('/handouts/:id/study-marks/:mark', async (request, response) => {
    await studyMarks.remove(schoolOf(request), idParam(request), z.uuid().parse(request.params.mark));
    response.status(204).end();
  });

  router.get('/handouts/:id/voice-assignment', async (request, response) => {
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    response.json(await voiceAssignments.get(schoolOf(request), idParam(request), text.blocks));
  });

  router.put('/handouts/:id/voice-assignment', async (request, response) => {
    const voiceAssignment = voiceAssignmentInputSchema.parse(request.body);
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    await voiceAssignments.set(
      schoolOf(request),
      idParam(request),
      voiceAssignment,
      request.session.teacherId ?? null,
    );
    response.json(await voiceAssignments.get(schoolOf(request), idParam(request), text.blocks));
  });

  router.get('/handouts/:id/parallel-text', async (request, response) => {
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    response.json((await parallelTexts.get(schoolOf(request), idParam(request), text)) ?? null);
  });

  router.put('/handouts/:id/parallel-text', async (request, response) => {
    const input = parallelTextInputSchema.parse(request.body);
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    const origin = { origin: 'typed' as const, teacherId: request.session.teacherId ?? null };
    await parallelTexts.set(schoolOf(request), idParam(request), text, input, origin);
    response.json(await parallelTexts.get(schoolOf(request), idParam(request), text));
  });

  router.post('/handouts/:id/parallel-text/table', upload, storableBody, async (request, response) => {
    const { language, revision } = tableFieldsSchema.parse(request.body);
    if (!request.file) throw new AppError('no-file', 'No file arrived. Choose it again.');
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    const source = decodeUpload({ name: request.file.originalname, bytes: request.file.buffer });
    const { translated, rows } = readParallelTextTable(source, originalSentences(text));
    if (rows === 0)
      throw new AppError(
        'empty',
        'There is no table of two columns in the file: the sentence, and the same in the other language.',
      );
    const origin = { origin: 'table' as const, teacherId: request.session.teacherId ?? null };
    await parallelTexts.set(
      schoolOf(request),
      idParam(request),
      text,
      { language, revision, sentences: translated },
      origin,
    );
    response.json(await parallelTexts.get(schoolOf(request), idParam(request), text));
  });

  router.post('/handouts/:id/parallel-text/translate', async (request, response) => {
    const { language, revision } = translateRequestSchema.parse(request.body);
    const { text } = await handoutRepository.row(schoolOf(request), idParam(request));
    const originals = originalSentences(text).map(({ original }) => original);
    const { sentences } = await translation.translate(originals, text.language, language);
    if (sentences.every((sentence) => sentence === null))
      throw new AppError(
        'no-translation',
        'The translation service is a stand-in that knows the demo’s letter in Polish only. Type or paste the text in the other language instead.',
      );
    const origin = { origin: 'translated' as const, teacherId: request.session.teacherId ?? null };
    const input = { language, revision, sentences: sentences.map((sentence) => sentence ?? '') };
    await parallelTexts.set(schoolOf(request), idParam(request), text, input, origin);
    response.json(await parallelTexts.get(schoolOf(request), idParam(request), text));
  });

  router.delete('/handouts/:id/parallel-text', async (request, response) => {
    await handoutRepository.row(schoolOf(request), idParam(request));
    await parallelTexts.remove(schoolOf(request), idParam(request));
    response.status(204).end();
  });

  return router;
}
