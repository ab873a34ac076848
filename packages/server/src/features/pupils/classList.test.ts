import type { Pupil } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { readClassList } from './classList.ts';

const ines = { id: '3f0c8f0e-8f6e-4a53-9d3e-111111111111', name: 'Ines' } as Pupil;

describe('a class list', () => {
  test.each([
    [
      'a name a line',
      'Perran\nIves',
      [
        ['Perran', '', ''],
        ['Ives', '', ''],
      ],
    ],
    ['commas', 'Name,Year,Class\nPerran,8,8B', [['Perran', '8', '8B']]],
    ['semicolons, as some spreadsheets write', 'Name;Class;Year\nPerran;8B;8', [['Perran', '8', '8B']]],
    ['tabs, pasted', 'class\tinitials\n8B\tP. T.', [['P. T.', '', '8B']]],
    ['several classes', 'name,class\nPerran,"8B / Maths 2"', [['Perran', '', '8B+Maths 2']]],
    ['a mark of byte order and empty lines', '\uFEFFname\n\nPerran\n\n', [['Perran', '', '']]],
    ['a guarded formula', "name\n'=Perran", [['=Perran', '', '']]],
    ['a register', 'Surname,Forename,Reg,Year Group\nAshdown,Asha,8F,8', [['Asha Ashdown', '8', '8F']]],
    [
      'preferred names before legal ones',
      'Legal Surname,Legal Forename,Preferred Forename,Tutor Group\nAshdown,Natasha,Asha,8F',
      [['Asha Ashdown', '', '8F']],
    ],
    ['the surname first in one column', 'Name,Form\n"Ashdown, Asha",8F', [['Asha Ashdown', '', '8F']]],
    ['a title above the head', 'Class 8F\n\nFirst name;Last name\nAsha;Ashdown', [['Asha Ashdown', '', '']]],
    [
      'the surname first without a head',
      'Ashdown, Asha\nBrook, Perran',
      [
        ['Asha Ashdown', '', ''],
        ['Perran Brook', '', ''],
      ],
    ],
    ['forenames alone', 'Forename,Reg\nAsha,8F', [['Asha', '', '8F']]],
  ])('%s', (_name, source, expected) => {
    const { pupils, refused } = readClassList(source, []);
    expect(refused).toEqual([]);
    expect(pupils.map(({ name, year, classes }) => [name, year, classes.join('+')])).toEqual(expected);
  });

  test.each([
    ['a row without a name', 'name,class\n,8B', 2, 'There is no name.'],
    ['the same name twice', 'name\nPerran\nperran ', 3, '“perran” is in the list twice.'],
    ['a name that is a page long', `name\n${'x'.repeat(81)}`, 2, 'The name has more than 80 characters.'],
    [
      'a note that is too long',
      `name,note\nPerran,${'x'.repeat(501)}`,
      2,
      'The note has more than 500 characters.',
    ],
  ])('%s is told with its row', (_name, source, row, why) => {
    expect(readClassList(source, []).refused).toEqual([{ row, why }]);
  });

  test('a pupil who is there is known by name', () => {
    expect(readClassList('name,class\nINES,8B\nPerran,8B', [ines]).pupils.map(({ known }) => known)).toEqual([
      ines.id,
      null,
    ]);
  });

  test('no more than 500 are taken', () => {
    const { pupils, refused } = readClassList(
      Array.from({ length: 502 }, (_, i) => `Pupil ${i}`).join('\n'),
      [],
    );
    expect([pupils.length, refused.length]).toEqual([500, 2]);
  });
});
