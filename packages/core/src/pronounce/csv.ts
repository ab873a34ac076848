import Papa from 'papaparse';
import { ENTRY_PARTS, entryIpa, type EntryKind, type PronunciationEntry } from './entry.ts';
import { PronunciationError } from './ipa.ts';

const COLUMNS = ['written', 'said', 'kind', 'case', 'part'] as const;
/** What a spreadsheet would take for a formula, and what is set before it so that it does not. */
const FORMULA = /^'*[=+\-@\t\r]/u;
const GUARDED = /^'+[=+\-@\t\r]/u;
const GUARD = "'";
const KINDS: readonly EntryKind[] = ['respelling', 'ipa', 'x-sampa', 'alias'];

/**
 * Reads entries from a table with the columns written, said and, if wanted, kind (respelling, ipa, x-sampa,
 * alias; respelling without one), case ("exact") and part of speech (noun, verb, past, adjective). Commas,
 * semicolons and tabs are told apart. Rows that cannot be read are left out and told.
 */
export function parseEntriesCsv(source: string): { entries: PronunciationEntry[]; warnings: string[] } {
  const { data } = Papa.parse<string[]>(source.replace(/^\uFEFF/u, ''), { skipEmptyLines: 'greedy' });
  const header = (data[0] ?? []).map((name) => name.trim().toLowerCase());
  const hasHeader = header.includes('written') && header.includes('said');
  const place = (name: (typeof COLUMNS)[number]) =>
    hasHeader ? header.indexOf(name) : COLUMNS.indexOf(name);
  const entries: PronunciationEntry[] = [];
  const warnings: string[] = [];
  data.slice(hasHeader ? 1 : 0).forEach((row, i) => {
    const cell = (name: (typeof COLUMNS)[number]) => unguarded((row[place(name)] ?? '').trim());
    const kind = KINDS.find((known) => known === (cell('kind').toLowerCase() || 'respelling'));
    const part = ENTRY_PARTS.find((known) => known === cell('part').toLowerCase());
    const entry = {
      written: cell('written'),
      said: cell('said'),
      kind: kind ?? 'respelling',
      caseSensitive: cell('case').toLowerCase() === 'exact',
      ...(part === undefined ? {} : { partOfSpeech: part }),
    };
    const fault =
      entry.written === '' || entry.said === ''
        ? 'it has no written form or no pronunciation.'
        : kind === undefined
          ? `“${cell('kind')}” is no kind.`
          : faultOf(entry);
    if (fault === undefined) entries.push(entry);
    else warnings.push(`Row ${i + (hasHeader ? 2 : 1)} was left out: ${fault}`);
  });
  return { entries, warnings };
}

/**
 * Writes entries as such a table. A cell that a spreadsheet would take for a formula begins with an
 * apostrophe, which is taken off again when the table is read.
 */
export function formatEntriesCsv(entries: readonly PronunciationEntry[]): string {
  const rows = entries.map(({ written, said, kind, caseSensitive, partOfSpeech }) => [
    guarded(written),
    guarded(said),
    kind,
    caseSensitive ? 'exact' : '',
    partOfSpeech === undefined || partOfSpeech === 'any' ? '' : partOfSpeech,
  ]);
  return `${Papa.unparse([[...COLUMNS], ...rows], { newline: '\n' })}\n`;
}

function guarded(cell: string): string {
  return FORMULA.test(cell) ? GUARD + cell : cell;
}

function unguarded(cell: string): string {
  return GUARDED.test(cell) ? cell.slice(GUARD.length) : cell;
}

function faultOf(entry: PronunciationEntry): string | undefined {
  try {
    entryIpa(entry);
    return undefined;
  } catch (error) {
    if (error instanceof PronunciationError) return error.message;
    throw error;
  }
}
