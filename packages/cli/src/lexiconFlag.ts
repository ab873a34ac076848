import { Lexicon, parsePls } from '@aurelfield/core/pronunciation';
import { decodeText } from '@aurelfield/core/text';
import { readFile } from 'node:fs/promises';
import type { Terminal } from './terminal.ts';

/** The entries of a pronunciation lexicon; what of it cannot be used is reported on standard error. */
export async function lexiconFlag(
  file: string | undefined,
  terminal: Terminal,
): Promise<Lexicon | undefined> {
  if (file === undefined) return undefined;
  const { entries, warnings } = parsePls(decodeText(await readFile(file)).text);
  for (const warning of warnings) terminal.message(`${file}: ${warning}`);
  return new Lexicon(entries);
}
