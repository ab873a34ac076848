import type { ClassList, Pupil } from '@aurelfield/api';
import Papa from 'papaparse';

/** What a column may be called, in small letters; of two columns the name that stands first here counts. */
const COLUMNS = {
  name: ['name', 'full name', 'pupil name', 'student name', 'pupil', 'student', 'initials', 'known as'],
  forename: [
    'preferred forename',
    'preferred first name',
    'forename',
    'forenames',
    'first name',
    'first names',
    'firstname',
    'given name',
    'legal forename',
  ],
  surname: ['preferred surname', 'surname', 'last name', 'lastname', 'family name', 'legal surname'],
  year: ['year', 'year group', 'yr', 'nc year', 'form year'],
  classes: [
    'class',
    'classes',
    'form',
    'form group',
    'reg',
    'reg group',
    'registration group',
    'tutor group',
    'group',
    'groups',
    'set',
  ],
  note: ['note', 'notes', 'needs', 'support'],
} as const;
type Column = keyof typeof COLUMNS;
const NAMES: readonly Column[] = ['name', 'forename', 'surname'];
/** Rows above the head, such as a title. */
const MOST_TITLES = 4;
const MOST_PUPILS = 500;
const LONGEST = { name: 80, year: 80, class: 80, note: 500 } as const;
/** What a spreadsheet sets before a text that looks like a formula. */
const GUARD = /^'+(?=[=+\-@])/u;

/**
 * Reads a class list: a table with a head row that names its columns (name, or surname and forename; year, class,
 * note if wanted), or without one a name a line, which may have the surname first: "Ashdown, Asha". Commas,
 * semicolons and tabs are told apart; several classes of a pupil are separated by ; or /. Rows that cannot be read
 * are listed by number.
 * @param known pupils that are there: who has the same name is taken for the same pupil.
 */
export function readClassList(source: string, known: readonly Pupil[]): ClassList {
  const lines = source.replace(/^\uFEFF/u, '').split('\n');
  // Titles above the head would be taken for the table's shape.
  const titles = Math.max(0, lines.slice(0, MOST_TITLES + 1).findIndex(isHead));
  const { data } = Papa.parse<string[]>(lines.slice(titles).join('\n'), { skipEmptyLines: 'greedy' });
  const head = data[0] && hasName(data[0]) ? data[0] : undefined;
  const pupils: ClassList['pupils'] = [];
  const refused: ClassList['refused'] = [];
  const seen = new Set<string>();
  data.forEach((row, i) => {
    if (row === head) return;
    const cell = (column: Column) => clean(row[head ? placeOf(column, head) : -1]);
    const pupil = {
      name: head
        ? cell('name') === ''
          ? `${cell('forename')} ${cell('surname')}`.trim()
          : forenameFirst(cell('name'))
        : forenameFirst(
            row
              .map(clean)
              .join(', ')
              .replace(/(?:, )+$/u, ''),
          ),
      year: cell('year'),
      note: cell('note'),
      classes: classesOf(cell('classes')),
    };
    const why = wrongWith(pupil, seen, pupils.length);
    if (why !== undefined) {
      refused.push({ row: titles + i + 1, why });
      return;
    }
    seen.add(plain(pupil.name));
    pupils.push({ ...pupil, known: known.find(({ name }) => plain(name) === plain(pupil.name))?.id ?? null });
  });
  return { pupils, refused };
}

function hasName(row: readonly string[]): boolean {
  return NAMES.some((name) => placeOf(name, row) >= 0);
}

/** Whether a line names the column of names, whatever its cells are separated by. */
function isHead(line: string): boolean {
  return hasName(line.split(/[,;\t]/u).map((cell) => cell.trim().replace(/^"|"$/gu, '')));
}

/** Where a head row has a column; -1 where it has none. */
function placeOf(column: Column, head: readonly string[]): number {
  const cells = head.map((cell) => cell.trim().toLowerCase());
  return COLUMNS[column].map((name) => cells.indexOf(name)).find((place) => place >= 0) ?? -1;
}

function clean(cell: string | undefined): string {
  return (cell ?? '').trim().replace(GUARD, '');
}

/** "Ashdown, Asha" → "Asha Ashdown"; any other name as it is. */
function forenameFirst(name: string): string {
  const [, surname, forename] = /^([^,]+),\s*([^,]+)$/u.exec(name) ?? [];
  return surname !== undefined && forename !== undefined ? `${forename} ${surname}` : name;
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
