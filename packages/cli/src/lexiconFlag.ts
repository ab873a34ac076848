import { decodeText, Lexicon, parsePls } from '@aurelfield/core';
import { readFile } from 'node:fs/promises';

/** The entries of a pronunciation lexicon; what of it cannot be used is told on standard error. */
export async function lexiconFlag(file: string | undefined): Promise<Lexicon | undefined> {
  if (file === undefined) return undefined;
  const { entries, warnings } = parsePls(decodeText(await readFile(file)).text);
  for (const warning of warnings) process.stderr.write(`aurel: ${file}: ${warning}\n`);
  return new Lexicon(entries);
}
