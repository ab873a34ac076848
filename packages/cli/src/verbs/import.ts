import { fetchPage, readSafely, type ReadJob } from '@aurelfield/readers';
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { readArgs, UsageError } from '../usage.ts';
import { importedJson } from './importedJson.ts';

/** `import FILE|ADDRESS --out doc.json`: reads a document or a web page into blocks. */
export async function importDocument(args: string[]): Promise<void> {
  const { values, positionals } = readArgs(args, { out: { type: 'string' } });
  const [given] = positionals;
  if (given === undefined || positionals.length > 1)
    throw new UsageError('import takes one file or web address.');
  if (values.out === undefined) throw new UsageError('import needs --out, the file to write.');
  const document = await readSafely(await jobFor(given));
  await writeFile(values.out, importedJson(document, path.basename(given)));
}

async function jobFor(given: string): Promise<ReadJob & { readonly kind: 'file' | 'page' }> {
  if (/^https?:\/\//iu.test(given)) {
    const allowedOrigins = (process.env.AUREL_ALLOWED_ORIGINS ?? '')
      .split(' ')
      .filter((origin) => origin !== '');
    const page = await fetchPage(given, { allowedOrigins });
    return { kind: 'page', name: page.address, bytes: page.content };
  }
  return { kind: 'file', name: path.basename(given), bytes: await readFile(given) };
}
