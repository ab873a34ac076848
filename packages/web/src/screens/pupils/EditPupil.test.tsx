import type { Pupil, PupilChange } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { pupil } from '../../testing/pupil.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { EditPupil } from './EditPupil.tsx';

afterEach(clearScreen);

const INES = pupil(1, 'Ines', { note: 'Reads with a window', classes: ['Year 8'], revision: 4 });
const TAVI = pupil(2, 'Tavi', { revision: 7 });

/** Opens the settings of a pupil, or of a new one. @returns what was asked, and the router */
async function open(which: Pupil | 'new', answers: Answers = {}) {
  const sent = fakeApi({
    'GET /pupils': () => [INES, TAVI],
    'GET /voices': () => [],
    'GET /voices/missing': () => [],
    'GET /formats': () => ({ formats: [], naming: null }),
    'POST /sample': () => new ApiError(503, 'unavailable', 'No sound in a test.'),
    'POST /pupils': ({ json }) => ({ ...(json as Pupil), id: INES.id, revision: 1 }),
    'PUT /pupils/*': ({ json }) => ({ ...(json as Pupil), id: INES.id, revision: 5 }),
    ...answers,
  });
  const id = which === 'new' ? 'new' : which.id;
  const { router } = renderScreen(<EditPupil />, { at: `/pupils/${id}`, path: '/pupils/:pupilId' });
  await waitFor(() => button('Save'));
  return { sent, router };
}
const openTab = async (name: string) => {
  fireEvent.click(await screen.findByText(name, { selector: '[role="tab"]' }));
};
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const valueOf = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
const stored = (sent: Awaited<ReturnType<typeof open>>['sent']) =>
  sent.filter(({ method, path }) => method !== 'GET' && path.startsWith('/pupils'));

describe('a new pupil', () => {
  test('without a name is not stored, and says so where the name belongs', async () => {
    const { sent } = await open('new');
    await openTab('Voice');
    press('Save');
    await screen.findByText('Enter a name.');
    expect(stored(sent)).toEqual([]);
  });

  test('is stored with name, year and classes, and leads back to the list', async () => {
    const { sent, router } = await open('new');
    type('Initials or name', 'Oona');
    type('Year', '8');
    type('Classes and groups', '8F, Reading group; 8F');
    type('Note', 'Long pauses');
    press('Save');
    await waitFor(() => expect(router.state.location.pathname).toBe('/pupils'));
    const [{ method, path, json } = { method: '', path: '', json: {} }] = stored(sent);
    expect([method, path]).toEqual(['POST', '/pupils']);
    expect(json).toMatchObject({
      name: 'Oona',
      year: '8',
      classes: ['8F', 'Reading group'],
      note: 'Long pauses',
    });
  });

  test('may begin from a starting point or from the profile of another', async () => {
    const { sent } = await open('new');
    type('Initials or name', 'Oona');
    press('Time to picture it');
    press('Save');
    await waitFor(() => expect(stored(sent).length).toBe(1));
    expect((stored(sent)[0]?.json as PupilChange).profile).toMatchObject({
      pace: 120,
      pauses: { comma: 0.4, sentence: 1, paragraph: 1.8, heading: 1.8 },
    });
  });

  test('that was not saved is there again when the screen is opened again', async () => {
    await open('new');
    type('Initials or name', 'Oona');
    const { draft } = { draft: { ...localStorage } as Record<string, string> };
    clearScreen();
    for (const [key, value] of Object.entries(draft)) localStorage.setItem(key, value);
    await open('new');
    await screen.findByText('These changes were left unsaved here. They are not saved yet.');
    expect(valueOf('Initials or name')).toBe('Oona');
    press('Discard changes');
    await waitFor(() => expect(valueOf('Initials or name')).toBe(''));
  });
});

describe('a pupil who is there', () => {
  test('is changed with the revision that the change was made on, and why', async () => {
    const { sent } = await open(INES);
    await openTab('About');
    type('Note', 'Reads without a window');
    type('Why it is changed (for the history, if you like)', 'Asked for it');
    press('Save');
    await waitFor(() => expect(stored(sent).length).toBe(1));
    expect(stored(sent)[0]).toMatchObject({
      method: 'PUT',
      path: `/pupils/${INES.id}`,
      json: { note: 'Reads without a window', reason: 'Asked for it', revision: 4, classes: ['Year 8'] },
    });
  });

  test('has every change undone and done again', async () => {
    await open(INES);
    await openTab('About');
    expect([button('Undo').disabled, button('Redo').disabled]).toEqual([true, true]);
    type('Year', '9');
    press('Undo');
    expect(valueOf('Year')).toBe('');
    press('Redo');
    expect(valueOf('Year')).toBe('9');
  });

  test('that another teacher has changed is shown side by side, and the second decides', async () => {
    let revision = 4;
    const theirs = { ...INES, revision: 6, profile: { ...INES.profile, pace: 100 } };
    const { sent } = await open(INES, {
      [`GET /pupils/${INES.id}/profiles`]: () => [],
      'PUT /pupils/*': ({ json }) => {
        if ((json as PupilChange).revision === 4) {
          revision = 6;
          return new ApiError(409, 'changed', 'Somebody has changed this pupil in the meantime.');
        }
        return { ...INES, revision: 7 };
      },
      'GET /pupils': () => [revision === 4 ? INES : theirs, TAVI],
    });
    await openTab('About');
    type('Note', 'Mine');
    press('Save');
    await screen.findByText('Somebody has changed Ines in the meantime.', { exact: false });
    await screen.findByText('Stored now');
    press('Store mine instead');
    await waitFor(() => expect(stored(sent).length).toBe(2));
    expect(stored(sent)[1]?.json).toMatchObject({ note: 'Mine', revision: 6 });
  });

  test('gives its profile to another pupil, which can be undone', async () => {
    const { sent } = await open(INES, { 'PUT /pupils/*': () => ({ ...TAVI, revision: 8 }) });
    await openTab('About');
    await choose('Copy these settings to', 'Tavi');
    await screen.findByText('Tavi has this profile now.');
    expect(stored(sent)[0]).toMatchObject({
      path: `/pupils/${TAVI.id}`,
      json: { name: 'Tavi', profile: INES.profile, revision: 7, reason: 'Copied from Ines' },
    });
  });

  test('that is not on the list leads back to it', async () => {
    fakeApi({ 'GET /pupils': () => [TAVI] });
    renderScreen(<EditPupil />, { at: `/pupils/${INES.id}`, path: '/pupils/:pupilId' });
    await screen.findByRole('heading', { name: 'This pupil is not on the list' });
  });
});
