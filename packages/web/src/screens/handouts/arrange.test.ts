import type { HandoutSummary } from '@aurelfield/api';
import { expect, test } from 'vitest';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { addressOf, arranged, choicesOf, viewOf, type Arrangement } from './arrange.ts';

const handout = (title: string, words: number, more: Partial<HandoutSummary> = {}) =>
  handoutSummary({
    id: title,
    title,
    subject: 'Science',
    className: 'Year 8',
    words,
    createdAt: `2026-01-0${words}T00:00:00.000Z`,
    updatedAt: `2026-02-0${9 - words}T00:00:00.000Z`,
    ...more,
  });
const ALL = [
  handout('Bog', 2, { tags: ['peat'] }),
  handout('Arch', 3, { subject: 'History' }),
  handout('Coast', 1, { className: 'Year 9' }),
];
const titles = (change: Partial<Arrangement>) =>
  arranged(ALL, { subject: '', className: '', tag: '', sort: 'title', ...change })
    .map(({ title }) => title)
    .join(' ');

test.each([
  [{}, 'Arch Bog Coast'],
  [{ sort: 'newest' }, 'Arch Bog Coast'],
  [{ sort: 'changed' }, 'Coast Bog Arch'],
  [{ sort: 'longest' }, 'Arch Bog Coast'],
  [{ sort: 'shortest' }, 'Coast Bog Arch'],
  [{ subject: 'Science' }, 'Bog Coast'],
  [{ className: 'Year 9' }, 'Coast'],
  [{ tag: 'peat' }, 'Bog'],
  [{ subject: 'History', tag: 'peat' }, ''],
] as const)('%j shows %s', (change, expected) => {
  expect(titles(change)).toBe(expected);
});

test('choices are what the handouts have, each once', () => {
  expect(choicesOf(ALL).subjects.map(({ name }) => name)).toEqual(['All', 'History', 'Science']);
  expect(choicesOf([]).tags).toHaveLength(1);
});

test.each([
  ['', { from: 'active', search: '', subject: '', className: '', tag: '', sort: 'newest' }],
  ['from=archive&subject=Science&sort=title', { from: 'archive', subject: 'Science', sort: 'title' }],
  ['from=nowhere&sort=worst&search=bog', { from: 'active', sort: 'newest', search: 'bog' }],
])('the address ?%s is a look', (address, wanted) => {
  expect(viewOf(new URLSearchParams(address))).toMatchObject(wanted);
});

test('an address says only what is not as at first', () => {
  expect(addressOf({ from: 'active', search: '', sort: 'title', subject: 'Science' })).toEqual({
    sort: 'title',
    subject: 'Science',
  });
});
