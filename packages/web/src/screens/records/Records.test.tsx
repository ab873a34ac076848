import type { ListeningRecords, PupilNote, RecordSettings } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { pupil } from '../../testing/pupil.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { Records } from './Records.tsx';

// A chart needs a canvas, which jsdom has not; its table beside it is what is looked at here.
vi.mock('./WeekChart.tsx', () => ({ WeekChart: ({ title }: { title: string }) => <p>{title}</p> }));
afterEach(clearScreen);

const INES = pupil(1, 'Ines');
const EELS = handoutSummary({ id: '00000000-0000-4000-8000-000000000001', title: 'Eels' });
const NONE: ListeningRecords = { weeks: [], assignments: [], sentences: [] };
const HEARD: ListeningRecords = {
  weeks: [{ monday: '2026-11-02', seconds: 600, pace: 118.4 }],
  assignments: [
    { assignmentId: EELS.id, pupilId: INES.id, pupil: 'Ines', title: 'Eels', opened: 3, finished: 1, heard: 9, sentences: 10, seconds: 600, replays: 4, lastAt: '2026-11-04T09:00:00.000Z' }, // prettier-ignore
  ],
  sentences: [
    {
      handoutId: EELS.id,
      title: 'Eels',
      block: 2,
      start: 0,
      text: 'They turn silver.',
      heard: 2,
      replays: 3,
      notes: 1,
    },
    {
      handoutId: EELS.id,
      title: 'Eels',
      block: 1,
      start: 0,
      text: 'Eels are fish.',
      heard: 2,
      replays: 0,
      notes: 0,
    },
  ],
};
const SETTINGS: RecordSettings = { keeps: true, days: 365, pupils: [{ id: INES.id, name: 'Ines', keeps: false, events: 12 }] }; // prettier-ignore
const note = (nth: number, more: Partial<PupilNote> = {}): PupilNote => ({
  id: `00000000-0000-4000-8000-00000000003${nth}`,
  pupilId: INES.id,
  pupil: 'Ines',
  handoutId: EELS.id,
  title: 'Eels',
  kind: 'comment',
  text: 'What is silver?',
  sentence: 'They turn silver.',
  block: 2,
  at: '2026-11-04T09:00:00.000Z',
  isSeen: false,
  ...more,
});

/** Shows the records. @returns what it asks the server */
async function open(answers: Answers = {}, at = '/') {
  const sent = fakeApi({
    'GET /records': () => HEARD,
    'GET /pupils': () => [INES],
    'GET /handouts': () => [EELS],
    'GET /pupil-notes': () => [],
    'GET /records/settings': () => SETTINGS,
    'PATCH /records/settings': () => SETTINGS,
    'PUT /records/settings/pupils/*': () => SETTINGS,
    'POST /pupil-notes/seen': () => undefined,
    'DELETE /records': () => undefined,
    ...answers,
  });
  const { router } = renderScreen(<Records />, { at });
  await screen.findByRole('heading', { name: 'What is kept' });
  return { sent, router };
}
const changes = (sent: Awaited<ReturnType<typeof open>>['sent']) =>
  sent.filter(({ method }) => method !== 'GET').map(({ method, path, json }) => [`${method} ${path}`, json]);
const rowsOf = (name: string) =>
  [...screen.getByRole('region', { name }).querySelectorAll('tbody tr')].map((row) =>
    [...row.children].map(({ textContent }) => textContent),
  );

describe('listening records', () => {
  test('tell of each pupil and handout, and of what was heard again most', async () => {
    await open();
    await screen.findByRole('region', { name: 'Handouts' });
    expect(rowsOf('Handouts')).toEqual([['Eels', 'Ines', '3', '9 of 10, to the end', '4', '10']]);
    expect(rowsOf('Sentences')).toEqual([['They turn silver.', '3 times', '1']]);
  });

  test('of one handout show all its sentences in their order', async () => {
    await open({}, `/?handout=${EELS.id}`);
    await screen.findByRole('region', { name: 'Sentences' });
    expect(rowsOf('Sentences').map(([text]) => text)).toEqual(['Eels are fish.', 'They turn silver.']);
  });

  test('are asked for by pupil, which stays in the address and in the table to take away', async () => {
    const { sent, router } = await open();
    await choose('Pupil', 'Ines');
    await screen.findByRole('heading', { name: 'Listening of Ines' });
    expect(router.state.location.search).toBe(`?pupil=${INES.id}`);
    expect(sent.some(({ path }) => path === `/records?pupilId=${INES.id}`)).toBe(true);
    expect(screen.getByText('Table (CSV)').getAttribute('href')).toBe(
      `/api/records/table.csv?pupilId=${INES.id}`,
    );
    await choose('Pupil', 'All');
    expect(router.state.location.search).toBe('');
  });

  test('that are empty say how to begin', async () => {
    await open({ 'GET /records': () => NONE });
    await screen.findByText(/^Nothing is recorded here yet\./u);
    await screen.findByText('No pupil has said or marked anything yet.');
  });

  test('that cannot be fetched say why and are asked for again', async () => {
    let isAway = true;
    await open({
      'GET /records': () => (isAway ? new ApiError(503, 'unavailable', 'The database is away.') : HEARD),
    });
    await screen.findByText('The database is away.');
    isAway = false;
    press('Try again');
    await screen.findByRole('region', { name: 'Handouts' });
  });
});

describe('messages of pupils', () => {
  test('stand with their sentence, and are seen one by one', async () => {
    const { sent } = await open({ 'GET /pupil-notes': () => [note(1), note(2, { kind: 'mark', text: '' })] });
    await screen.findByText('They turn silver.', {
      selector: 'q',
      exact: false,
      ignore: 'li:nth-child(2) q',
    });
    const [first, second] = document.querySelectorAll('li[data-new]');
    expect(first?.textContent).toContain('Ines says: “What is silver?”');
    expect(second?.textContent).toContain('Ines marked this');
    expect([first?.getAttribute('data-new'), second?.getAttribute('data-new')]).toEqual(['true', 'false']);
    press('Mark as read');
    await waitFor(() =>
      expect(changes(sent)).toEqual([
        ['POST /pupil-notes/seen', { notes: [{ id: note(1).id, pupilId: INES.id }] }],
      ]),
    );
  });

  test('are all seen at once where there are several new ones', async () => {
    const { sent } = await open({ 'GET /pupil-notes': () => [note(1), note(2), note(3, { isSeen: true })] });
    await waitFor(() => press('Mark all as read'));
    await waitFor(() => expect(changes(sent).length).toBe(1));
    expect((changes(sent)[0]?.[1] as { notes: unknown[] }).notes.length).toBe(2);
  });
});

describe('what is kept', () => {
  test('is decided for the school and for each pupil', async () => {
    const { sent } = await open();
    fireEvent.click(screen.getByLabelText('This school keeps listening records'));
    fireEvent.click(screen.getByLabelText('Ines'));
    await choose('Kept for', 'three months');
    await waitFor(() =>
      expect(changes(sent)).toEqual([
        ['PATCH /records/settings', { keeps: false }],
        [`PUT /records/settings/pupils/${INES.id}`, { keeps: true }],
        ['PATCH /records/settings', { days: 90 }],
      ]),
    );
  });

  test('asks before it deletes what is kept of a pupil', async () => {
    const { sent } = await open();
    press('Delete the records of Ines');
    press('Keep it');
    press('Delete the records of Ines');
    press('Delete for good');
    await waitFor(() => expect(changes(sent)).toEqual([[`DELETE /records?pupilId=${INES.id}`, undefined]]));
  });

  test('says what the server refuses', async () => {
    await open({
      'PATCH /records/settings': () => new ApiError(403, 'forbidden', 'Only an administrator may.'),
    });
    fireEvent.click(screen.getByLabelText('This school keeps listening records'));
    await screen.findByText('Only an administrator may.');
  });
});
