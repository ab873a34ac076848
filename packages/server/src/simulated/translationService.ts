import express from 'express';
import { readdir, readFile } from 'node:fs/promises';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import Papa from 'papaparse';
import { z } from 'zod';

/** A running stand-in. */
export interface TranslationService {
  readonly address: string;
  stop(): Promise<void>;
}

const translationRequestSchema = z.object({
  from: z.string().max(40),
  to: z.string().max(40),
  sentences: z.array(z.string().max(5000)).max(20_000),
});

/** What it answers: for each sentence its translation, or null where it has none. */
export const translationSchema = z.object({
  service: z.string(),
  simulated: z.boolean(),
  sentences: z.array(z.string().nullable()),
});

/**
 * Stands in for a translation service: an HTTP server of its own, on loopback, that says it is simulated. It
 * knows the sentences of the demo's translations (tables of two columns, named by language) and nothing
 * else; what it does not know it leaves to the teacher.
 * @param folder with files such as `kiln-letter.pl.tsv`.
 */
export async function startTranslationService(folder: string): Promise<TranslationService> {
  const known = new Map<string, string>();
  for (const file of await readdir(folder)) {
    const [, language] = /\.([a-z]{2,3})\.tsv$/u.exec(file) ?? [];
    if (language === undefined) continue;
    const { data } = Papa.parse<string[]>(await readFile(path.join(folder, file), 'utf8'), {
      delimiter: '\t',
      quoteChar: '\u0000',
      skipEmptyLines: true,
    });
    for (const [original = '', translation = ''] of data) known.set(keyOf(language, original), translation);
  }
  const app = express();
  app.use(express.json({ limit: '16mb' }));
  app.post('/translate', (request, response) => {
    const { to, sentences } = translationRequestSchema.parse(request.body);
    response.json({
      service: 'Stand-in for a translation service (simulated: it knows the demo’s letter only)',
      simulated: true,
      sentences: sentences.map((sentence) => known.get(keyOf(to.split('-')[0] ?? to, sentence)) ?? null),
    } satisfies z.infer<typeof translationSchema>);
  });
  const http = await new Promise<Server>((resolve, reject) => {
    const server = app.listen(0, '127.0.0.1', (error?: Error) => (error ? reject(error) : resolve(server)));
  });
  return {
    address: `http://127.0.0.1:${(http.address() as AddressInfo).port}`,
    stop: () =>
      new Promise((resolve) => {
        http.close(() => resolve());
        http.closeAllConnections();
      }),
  };
}

function keyOf(language: string, sentence: string): string {
  return `${language} ${sentence
    .replace(/[“”„"]/gu, '"')
    .replace(/[‘’]/gu, "'")
    .replace(/\s+/gu, ' ')
    .trim()}`;
}
