import {
  pupilRecordChangeSchema,
  recordQuerySchema,
  schoolRecordChangeSchema,
  seenNotesSchema,
  type ListeningRecords,
  type PupilNote,
} from '@aurelfield/api';
import { Router } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Papa from 'papaparse';
import { schoolOf } from '../../http/sessions.ts';
import { attachment } from '../../http/attachment.ts';
import { idParam } from '../../http/params.ts';
import { sent } from '../../http/sent.ts';
import type { TextRepository } from '../texts/textRepository.ts';
import type { EventRow, RecordRepository } from './recordRepository.ts';

export interface RecordRouteDeps {
  readonly records: RecordRepository;
  readonly texts: TextRepository;
}

/** What was heard, said and marked on pupils' pages; who agreed that it is kept, and how it goes. */
export function recordRoutes({ records, texts }: RecordRouteDeps): Router {
  const router = Router();

  /** The words of places in texts. */
  const quoted = async (
    schoolId: string,
    places: readonly {
      textHash: string | null;
      block: number | null;
      start: number | null;
      end: number | null;
    }[],
  ): Promise<string[]> => {
    const hashes = [...new Set(places.flatMap(({ textHash }) => textHash ?? []))];
    const known = new Map(
      await Promise.all(
        hashes.map(async (hash) => [hash, (await texts.get(schoolId, hash)).blocks] as const),
      ),
    );
    return places.map(({ textHash, block, start, end }) => {
      const text = block === null ? undefined : known.get(textHash ?? '')?.[block]?.text;
      return text?.slice(start ?? 0, end ?? 0).replace(/\s+/gu, ' ') ?? '';
    });
  };

  router.get('/records', async (request, response) => {
    const [schoolId, query] = [schoolOf(request), recordQuerySchema.parse(request.query)];
    const [weeks, assignments, placed] = await Promise.all([
      records.weeks(schoolId, query),
      records.assignments(schoolId, query),
      records.sentences(schoolId, query),
    ]);
    const words = await quoted(schoolId, placed);
    const sentences = placed.map(({ textHash: _hash, end: _end, ...sentence }, nth) => ({
      ...sentence,
      text: words[nth] ?? '',
    }));
    response.json({ weeks, assignments, sentences } satisfies ListeningRecords);
  });

  router.get('/records/table.csv', async (request, response) => {
    const [schoolId, query] = [schoolOf(request), recordQuerySchema.parse(request.query)];
    response.set({
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': attachment('Listening records.csv'),
    });
    const header = ['at', 'pupil', 'handout', 'what', 'sentence', 'amount', 'text'];
    await sent(pipeline(Readable.from(csvOf(header, records.rows(schoolId, query))), response), response);
  });

  router.delete('/records', async (request, response) => {
    const { pupilId } = recordQuerySchema.parse(request.query);
    response.json({ deleted: await records.delete(schoolOf(request), { pupilId }) });
  });

  router.get('/records/settings', async (request, response) => {
    response.json(await records.settings(schoolOf(request)));
  });

  router.patch('/records/settings', async (request, response) => {
    await records.changeSchool(schoolOf(request), schoolRecordChangeSchema.parse(request.body));
    response.json(await records.settings(schoolOf(request)));
  });

  router.put('/records/settings/pupils/:id', async (request, response) => {
    const { keeps } = pupilRecordChangeSchema.parse(request.body);
    await records.changePupil(schoolOf(request), idParam(request), keeps);
    response.json(await records.settings(schoolOf(request)));
  });

  router.get('/pupil-notes', async (request, response) => {
    const [schoolId, query] = [schoolOf(request), recordQuerySchema.parse(request.query)];
    const placed = await records.notes(schoolId, query);
    const words = await quoted(schoolId, placed);
    response.json(
      placed.map(({ textHash: _hash, start: _start, end: _end, ...note }, nth) => ({
        ...note,
        sentence: words[nth] ?? '',
      })) satisfies PupilNote[],
    );
  });

  router.get('/pupil-notes/unseen', async (request, response) => {
    response.json({ unseen: await records.unseen(schoolOf(request)) });
  });

  router.post('/pupil-notes/seen', async (request, response) => {
    await records.markSeen(schoolOf(request), seenNotesSchema.parse(request.body).notes);
    response.status(204).end();
  });

  return router;
}

/** Records as lines of a table, one by one: a slow client makes the server wait, not hold all of them. */
async function* csvOf(header: readonly string[], rows: AsyncIterable<EventRow>): AsyncGenerator<string> {
  // A spreadsheet reads it as UTF-8 only with this sign at its beginning.
  yield `\ufeff${Papa.unparse([[...header]])}\r\n`;
  for await (const { at, pupil, title, kind, sentence, amount, text } of rows) {
    const row = [at.toISOString(), pupil, title, kind, sentence === null ? '' : sentence + 1, amount, text];
    // What begins like a formula must not become one.
    yield `${Papa.unparse([row], { escapeFormulae: true })}\r\n`;
  }
}
