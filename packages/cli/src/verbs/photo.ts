import { blocksFromPhotos, DOUBTFUL_CONFIDENCE } from '@aurelfield/core/photo';
import { readSafely, type ReadResults } from '@aurelfield/readers';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Terminal } from '../terminal.ts';
import { readArgs, UsageError } from '../usage.ts';
import { importedJson } from './importedJson.ts';

/**
 * `photo IMAGE… --out doc.json [--lang eng+fra]`: reads photos of pages, in order, into blocks of one
 * document.
 */
export async function photo(args: string[], terminal: Terminal): Promise<void> {
  const { values, positionals } = readArgs(args, { out: { type: 'string' }, lang: { type: 'string' } });
  if (positionals.length === 0) throw new UsageError('photo takes one or more pictures.');
  if (values.out === undefined) throw new UsageError('photo needs --out, the file to write.');
  const languages = (values.lang ?? 'eng').split('+');
  const warnings: string[] = [];
  const pages: ReadResults['photo'][] = [];
  for (const file of positionals) {
    const [name, bytes] = [path.basename(file), await readFile(file)];
    const { corners, whole, outline } = await readSafely({ kind: 'outline', name, bytes });
    if (!corners) warnings.push(`No page was found in ${name}: the whole picture was read.`);
    pages.push(
      await readSafely({
        kind: 'photo',
        name,
        bytes,
        choice: { corners: corners ?? whole, outline, languages },
      }),
    );
  }
  const { blocks, words } = blocksFromPhotos(pages, {
    isWord: (word) => Object.hasOwn(dictionary, word.toLowerCase()),
  });
  const doubtful = words.filter(({ confidence }) => confidence < DOUBTFUL_CONFIDENCE).map(({ text }) => text);
  if (doubtful.length > 0) warnings.push(`Doubtful words: ${doubtful.join(', ')}`);
  const unreadRegions = pages.flatMap((page) => page.unreadRegions);
  if (unreadRegions.length > 0)
    terminal.message(
      `${unreadRegions.length === 1 ? 'One region has' : `${unreadRegions.length} regions have`} ink and no words: a picture, handwriting, or text that was missed. See "unreadRegions" in the file.`,
    );
  if (blocks.length === 0) throw new Error('No words were found on the pictures.');
  await writeFile(
    values.out,
    importedJson(
      { title: '', language: undefined, blocks, warnings, unreadRegions },
      path.basename(positionals[0] ?? ''),
    ),
  );
}
