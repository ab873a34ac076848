import { DEFAULT_PROFILE, type ClassList, type Pupil } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { pupil } from '../../testing/pupil.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { Pupils } from './Pupils.tsx';

afterEach(clearScreen);

const INES = pupil(1, 'Ines', {
  note: 'Reads with a window',
  classes: ['Year 8', 'Reading group'],
  profile: { ...DEFAULT_PROFILE, pace: 120, voices: { en: 'flite-awb', pl: 'gone' } },
});
const TAVI = pupil(2, 'Tavi');
const VOICE = {
  id: 'flite-awb',
  label: 'Scottish',
  language: 'en-GB',
  region: 'Scotland',
  timbre: 'lower',
  isNatural: true,
  engine: 'flite',
  sampleRate: 16_000,
  timings: 'exact',
};

/** Shows the list of these pupils. @returns what it asks the server */
async function open(pupils: readonly Pupil[], answers: Answers = {}) {
  const sent = fakeApi({
    'GET /pupils': () => pupils,
    'GET /voices': () => [VOICE],
    'GET /pupils/deleted': () => [],
    'GET /classes': () => [],
    'GET /subjects': () => [],
    [`GET /pupils/${INES.id}/given`]: () => ({ count: 3 }),
    [`GET /pupils/${TAVI.id}/given`]: () => ({ count: 0 }),
    'DELETE /pupils/*': () => undefined,
    ...answers,
  });
  renderScreen(<Pupils />);
  if (pupils.length > 0) await screen.findByRole('link', { name: pupils[0]?.name ?? '' });
  return sent;
}
const changes = (sent: Awaited<ReturnType<typeof open>>) =>
  sent.filter(({ method }) => method !== 'GET').map(({ method, path }) => `${method} ${path}`);

describe('the list of pupils', () => {
  test('shows each with voice, pace and classes, and says which voice is gone', async () => {
    await open([INES, TAVI]);
    const [ines] = screen.getAllByRole('listitem');
    expect(ines?.textContent).toContain('Reads with a window');
    await waitFor(() => expect(ines?.textContent).toContain('lower'));
    expect(ines?.textContent).toContain('voice not available · 120 words a minute');
    expect(ines?.textContent).toContain('Year 8, Reading group');
    expect(screen.getByRole('link', { name: 'Ines' }).getAttribute('href')).toBe(`/pupils/${INES.id}`);
  });

  test('says what to do where nobody is in it', async () => {
    await open([]);
    await screen.findByRole('heading', { name: 'No pupils yet' });
    expect(screen.getAllByRole('link').map((link) => link.getAttribute('href'))).toEqual([
      '/pupils/new',
      '/pupils/new',
    ]);
  });

  test('that cannot be fetched says why and is asked for again', async () => {
    let isAway = true;
    await open([], {
      'GET /pupils': () => (isAway ? new ApiError(503, 'unavailable', 'The database is away.') : [TAVI]),
    });
    await screen.findByText('The database is away.');
    isAway = false;
    press('Try again');
    await screen.findByRole('link', { name: 'Tavi' });
  });
});

describe('deleting a pupil', () => {
  test('who has no handout is done at once and can be undone', async () => {
    const sent = await open([INES, TAVI], { [`POST /pupils/${TAVI.id}/restore`]: () => undefined });
    press('Delete Tavi');
    await screen.findByText(/^Tavi was deleted\. You can restore them for 30 days/u);
    press('Undo');
    await waitFor(() =>
      expect(changes(sent)).toEqual([`DELETE /pupils/${TAVI.id}`, `POST /pupils/${TAVI.id}/restore`]),
    );
  });

  test.each([
    ['Cancel', []],
    ['Delete pupil', [`DELETE /pupils/${INES.id}`]],
  ])('who has handouts is asked about: %s', async (answer, expected) => {
    const sent = await open([INES, TAVI]);
    press('Delete Ines');
    const dialog = await screen.findByRole('alertdialog');
    expect(dialog.textContent).toContain('Ines has 3 handouts. Links, codes and printed cards stop working');
    expect(changes(sent)).toEqual([]);
    press(answer);
    await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
    await waitFor(() => expect(changes(sent)).toEqual(expected));
  });

  test('that the server refuses says so, and the pupil stays', async () => {
    await open([TAVI], { 'DELETE /pupils/*': () => new ApiError(404, 'not-found', 'This pupil is gone.') });
    press('Delete Tavi');
    await screen.findByText('This pupil is gone.');
    expect(screen.getByRole('link', { name: 'Tavi' })).toBeTruthy();
  });

  test('is taken back from the list of those that were deleted', async () => {
    const sent = await open([TAVI], {
      'GET /pupils/deleted': () => [INES],
      [`POST /pupils/${INES.id}/restore`]: () => undefined,
    });
    await screen.findByText('Recently deleted');
    press('Restore Ines');
    await waitFor(() => expect(changes(sent)).toEqual([`POST /pupils/${INES.id}/restore`]));
  });
});

describe('a class list', () => {
  const LIST: ClassList = {
    pupils: [
      { name: 'Oona', year: '8', classes: ['8F'], note: '', known: null },
      { name: 'Ines', year: '', classes: ['8F'], note: '', known: INES.id },
    ],
    refused: [{ row: 4, why: 'There is no name.' }],
  };
  const give = (name = 'class.csv') => {
    const input = document.querySelector<HTMLInputElement>('input[type="file"]');
    if (!input) throw new Error('There is no file to choose.');
    fireEvent.change(input, { target: { files: [new File(['name'], name)] } });
  };
  async function openList(answers: Answers = {}) {
    const sent = await open([INES, TAVI], {
      'POST /class-lists/read': () => LIST,
      'POST /class-lists': () => ({ added: 1, changed: 1 }),
      ...answers,
    });
    press('Class list');
    await screen.findByRole('dialog');
    return sent;
  }

  test('shows what would happen to each before anything is taken', async () => {
    const sent = await openList();
    give();
    await screen.findByText('row 4: There is no name.', { exact: false });
    const rows = [...document.querySelectorAll('[role="dialog"] tbody tr')].map((row) =>
      [...row.children].map(({ textContent }) => textContent),
    );
    expect(rows).toEqual([
      ['Oona', '8', '8F', 'added'],
      ['Ines', '', '8F', 'already here, class added'],
    ]);
    expect(changes(sent)).toEqual(['POST /class-lists/read']);
    press('Cancel');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(changes(sent)).toEqual(['POST /class-lists/read']);
  });

  test('is taken with the profile of another pupil for the new ones', async () => {
    const sent = await openList();
    give();
    await waitFor(() => button('Add 2 pupils'));
    await choose('Start new pupils with', 'the profile of Tavi');
    press('Add 2 pupils');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(sent.find(({ method, path }) => method === 'POST' && path === '/class-lists')?.json).toEqual({
      pupils: LIST.pupils,
      likePupil: TAVI.id,
    });
  });

  test('that cannot be read says why, and another file can be chosen', async () => {
    let answer: unknown = new ApiError(422, 'unreadable', 'This is not a table of text.');
    await openList({ 'POST /class-lists/read': () => answer });
    give('picture.png');
    await screen.findByText('This is not a table of text.');
    answer = LIST;
    give();
    await waitFor(() => button('Add 2 pupils'));
    expect(screen.queryByText('This is not a table of text.')).toBeNull();
  });
});

describe('classes and subjects', () => {
  const GROUPS = [
    {
      id: '00000000-0000-4000-8000-0000000000c2',
      name: 'Year 10',
      pupils: 0,
      handouts: 2,
      pronunciations: 0,
    },
    {
      id: '00000000-0000-4000-8000-0000000000c1',
      name: 'Year 8',
      pupils: 12,
      handouts: 1,
      pronunciations: 3,
    },
  ];
  async function openNames(answers: Answers = {}) {
    const sent = await open([INES], {
      'GET /classes': () => GROUPS,
      'PATCH /classes/*': () => undefined,
      ...answers,
    });
    await screen.findByText('Classes and subjects');
    return sent;
  }
  const type = (name: string) =>
    fireEvent.change(screen.getByLabelText('New name for Year 8'), { target: { value: name } });

  test('are listed with what they have, numbers by their size', async () => {
    await openNames();
    const rows = [...document.querySelectorAll('details li')].map(({ textContent }) => textContent);
    expect(rows).toEqual(['Year 812 pupils · 1 handout · 3 pronunciationsRename', 'Year 102 handoutsRename']);
  });

  test('get another name, which can be undone', async () => {
    const sent = await openNames();
    press('Rename Year 8');
    type('Year 9');
    press('Rename');
    await screen.findByText('“Year 8” is called “Year 9” now.');
    press('Undo');
    await waitFor(() =>
      expect(sent.filter(({ method }) => method === 'PATCH').map(({ path, json }) => [path, json])).toEqual([
        [`/classes/${GROUPS[1]?.id ?? ''}`, { name: 'Year 9' }],
        [`/classes/${GROUPS[1]?.id ?? ''}`, { name: 'Year 8' }],
      ]),
    );
  });

  test('say why a name is not taken, and keep what was typed', async () => {
    await openNames({ 'PATCH /classes/*': () => new ApiError(409, 'exists', '“Year 10” is there already.') });
    press('Rename Year 8');
    type('Year 10');
    press('Rename');
    await screen.findByText('“Year 10” is there already.');
    expect(screen.getByLabelText<HTMLInputElement>('New name for Year 8').value).toBe('Year 10');
  });

  test('keep their name when it is not changed or left empty', async () => {
    const sent = await openNames();
    press('Rename Year 8');
    type(' ');
    expect(button('Rename').disabled).toBe(true);
    type('Year 8 ');
    press('Rename');
    await waitFor(() => expect(screen.queryByLabelText('New name for Year 8')).toBeNull());
    expect(changes(sent)).toEqual([]);
  });

  test.each(['Escape', 'Cancel'])(
    'keep their name by %s, and the focus goes back to the button',
    async (way) => {
      const sent = await openNames();
      press('Rename Year 8');
      type('Year 9');
      if (way === 'Escape')
        fireEvent.keyDown(screen.getByLabelText('New name for Year 8'), { key: 'Escape' });
      else press('Cancel');
      await waitFor(() => expect(document.activeElement).toBe(button('Rename Year 8')));
      expect(changes(sent)).toEqual([]);
    },
  );
});
