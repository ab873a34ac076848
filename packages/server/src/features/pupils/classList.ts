import type { ClassList, Pupil } from '@aurelfield/api';
import Papa from 'papaparse';

/** What a column may be called, in small letters. */
const COLUMNS = {
  name: ['name', 'initials', 'pupil', 'student', 'first name', 'known as'],
  year: ['year', 'year group', 'form year'],
  classes: ['class', 'classes', 'form', 'group', 'groups', 'set'],
  note: ['note', 'notes', 'needs', 'support'],
} as const;
const MOST_PUPILS = 500;
const LONGEST = { name: 80, year: 80, class: 80, note: 500 } as const;
/** What a spreadsheet sets before a text that looks like a formula. */
const GUARD = /^'+(?=[=+\-@])/u;

/**
 * Reads a class list: a table with a head row that names its columns (name; year, class, note if wanted), or
 * without one a name a line. Commas, semicolons and tabs are told apart; several classes of a pupil are
 * separated by ; or /. Rows that cannot be read are listed by number.
 * @param known pupils that are there: who has the same name is taken for the same pupil.
 */
export function readClassList(source: string, known: readonly Pupil[]): ClassList {
  const { data } = Papa.parse<string[]>(source.replace(/^\uFEFF/u, ''), { skipEmptyLines: 'greedy' });
  const head = (data[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const placeOf = (column: keyof typeof COLUMNS) =>
    head.findIndex((cell) => (COLUMNS[column] as readonly string[]).includes(cell));
  const hasHead = placeOf('name') >= 0;
  const pupils: ClassList['pupils'] = [];
  const refused: ClassList['refused'] = [];
  const seen = new Set<string>();
  data.slice(hasHead ? 1 : 0).forEach((row, i) => {
    const number = i + (hasHead ? 2 : 1);
    const cell = (column: keyof typeof COLUMNS) => {
      const place = hasHead ? placeOf(column) : column === 'name' ? 0 : -1;
      return (row[place] ?? '').trim().replace(GUARD, '');
    };
    const pupil = {
      name: cell('name'),
      year: cell('year'),
      note: cell('note'),
      classes: classesOf(cell('classes')),
    };
    const why = wrongWith(pupil, seen, pupils.length);
    if (why !== undefined) {
      refused.push({ row: number, why });
      return;
    }
    seen.add(plain(pupil.name));
    pupils.push({ ...pupil, known: known.find(({ name }) => plain(name) === plain(pupil.name))?.id ?? null });
  });
  return { pupils, refused };
}

function classesOf(cell: string): string[] {
  return [...new Set(cell.split(/[;/|]/u).map((name) => name.trim()))].filter((name) => name !== '');
}

function wrongWith(
  { name, year, classes, note }: Omit<ClassList['pupils'][number], 'known'>,
  seen: ReadonlySet<string>,
  count: number,
): string | undefined {
  if (name === '') return 'There is no name.';
  if (name.length > LONGEST.name) return `The name has more than ${LONGEST.name} characters.`;
  if (year.length > LONGEST.year || classes.some((one) => one.length > LONGEST.class))
    return `The year or class has more than ${LONGEST.class} characters.`;
  if (classes.length > 30) return 'There are more than 30 classes.';
  if (note.length > LONGEST.note) return `The note has more than ${LONGEST.note} characters.`;
  if (seen.has(plain(name))) return `“${name}” is in the list twice.`;
  if (count >= MOST_PUPILS) return `A list has at most ${MOST_PUPILS} pupils.`;
  return undefined;
}

function plain(name: string): string {
  return name.normalize('NFC').toLowerCase().replace(/\s+/gu, ' ').trim();
}
