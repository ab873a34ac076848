import { DEFAULT_SCANNING, type Board, type BoardChange, type Phrase } from '@aurelfield/api';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { EditBoard } from './EditBoard.tsx';

// The form of a phrase is large, and not what is tested here.
vi.mock('./PhraseForm.tsx', () => ({ PhraseForm: () => <p>The form of a phrase</p> }));

afterEach(clearScreen);

const VOICE: Phrase['voice'] = { voice: 'espeak-en-gb-higher-1', pace: 140, pitch: 0, loudness: 'default' };
const phrase = (id: string, text: string): Phrase => ({
  id: `phrase-${id}`, category: '', text, label: '', tint: 'stone', icon: null, picture: null, voice: VOICE, variants: [],
}); // prettier-ignore
const BOARD: Board = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Osric’s board',
  pupilId: null,
  columns: 4,
  scanning: DEFAULT_SCANNING,
  phrases: [phrase('one', 'Yes.'), phrase('two', 'No.'), phrase('three', 'Water, please.')],
  revision: 5,
  hasLink: false,
  updatedAt: '2026-11-20T10:00:00.000Z',
};

async function open(answers: Answers = {}) {
  const sent = fakeApi({
    [`GET /boards/${BOARD.id}`]: () => BOARD,
    [`GET /boards/${BOARD.id}/voice`]: () => ({ voice: VOICE, language: 'en-GB' }),
    'GET /pupils': () => [],
    'GET /voices': () => [],
    [`PUT /boards/${BOARD.id}`]: ({ json }) => ({ ...BOARD, ...(json as BoardChange), revision: 6 }),
    ...answers,
  });
  renderScreen(<EditBoard />, { at: `/phrases/${BOARD.id}`, path: '/phrases/:boardId' });
  await screen.findByText(BOARD.name);
  return sent;
}
const shown = () =>
  [...document.querySelectorAll('[role="row"]')].map((row) => row.textContent.replace('⠿', ''));
const stored = (sent: Awaited<ReturnType<typeof open>>) =>
  sent.filter(({ method }) => method === 'PUT').map(({ json }) => json as BoardChange);

describe('a board', () => {
  test('shows its phrases, and nothing to save', async () => {
    await open();
    expect(shown()).toEqual(['Yes.', 'No.', 'Water, please.']);
    screen.getByText('Saved.');
    expect(button('Save').hasAttribute('disabled')).toBe(true);
  });

  test('has its phrases moved, copied and deleted; each step goes back and on', async () => {
    await open();
    press('Move later');
    expect(shown()).toEqual(['No.', 'Yes.', 'Water, please.']);
    press('Copy this phrase');
    expect(shown()).toEqual(['No.', 'Yes.', 'Water, please.', 'Yes.']);
    press('Delete this phrase');
    press('Undo');
    press('Undo');
    expect(shown()).toEqual(['No.', 'Yes.', 'Water, please.']);
    press('Undo');
    expect(shown()).toEqual(['Yes.', 'No.', 'Water, please.']);
    press('Redo');
    expect(shown()).toEqual(['No.', 'Yes.', 'Water, please.']);
  });

  test('with a phrase without words is not saved, and says why', async () => {
    const sent = await open();
    await waitFor(() => expect(button('Add a phrase').hasAttribute('disabled')).toBe(false));
    press('Add a phrase');
    screen.getByText('One phrase has no words yet.');
    press('Save');
    expect(stored(sent)).toEqual([]);
    screen.getByText('Not saved yet; kept in this browser meanwhile.');
  });

  test('is stored with the revision it was made on, and is saved then', async () => {
    const sent = await open();
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Osric at school' } });
    screen.getByText('Not saved yet; kept in this browser meanwhile.');
    press('Save');
    await screen.findByText('Saved.');
    expect(stored(sent)).toMatchObject([{ name: 'Osric at school', revision: 5 }]);
    press('Move later');
    press('Save');
    await waitFor(() => expect(stored(sent)).toHaveLength(2));
    expect(stored(sent)[1]?.revision).toBe(6);
  });

  test('that somebody else has changed is taken, or written over, as the teacher decides', async () => {
    let isChanged = false;
    const theirs = { ...BOARD, name: 'Osric’s other board', revision: 9 };
    const sent = await open({
      [`GET /boards/${BOARD.id}`]: () => (isChanged ? theirs : BOARD),
      [`PUT /boards/${BOARD.id}`]: ({ json }) =>
        (json as BoardChange).revision === theirs.revision
          ? { ...theirs, ...(json as BoardChange), revision: 10 }
          : new ApiError(409, 'changed', 'This board was changed elsewhere.'),
    });
    isChanged = true;
    press('Move later');
    press('Save');
    await screen.findByText('This board was changed elsewhere.');
    await waitFor(() => press('Store mine instead'));
    await screen.findByText('Saved.');
    expect(stored(sent).map(({ revision, name }) => [revision, name])).toEqual([
      [5, BOARD.name],
      [9, BOARD.name],
    ]);
  });

  test('keeps in this browser what was not saved', async () => {
    await open();
    press('Move later');
    const kept = { ...localStorage };
    clearScreen();
    for (const [key, value] of Object.entries(kept)) localStorage.setItem(key, String(value));
    await open();
    expect(shown()).toEqual(['No.', 'Yes.', 'Water, please.']);
  });
});

describe('switches', () => {
  test('are set only where there is one', async () => {
    const sent = await open();
    expect(screen.queryByLabelText('Each step lasts')).toBeNull();
    await choose('Used with', 'One switch');
    fireEvent.change(screen.getByLabelText('Each step lasts'), { target: { value: '0.8' } });
    screen.getByText('0.8 seconds');
    press('Save');
    await screen.findByText('Saved.');
    expect(stored(sent)[0]?.scanning).toEqual({ ...DEFAULT_SCANNING, switches: 'one', seconds: 0.8 });
  });
});

describe('the link of a board', () => {
  test('is shown once it is made, and taken back', async () => {
    const sent = await open({
      [`POST /boards/${BOARD.id}/link`]: () => ({ token: 'a-token-of-many-letters' }),
      [`DELETE /boards/${BOARD.id}/link`]: () => undefined,
    });
    expect(screen.queryByLabelText('The board’s link')).toBeNull();
    press('Make a link');
    const field = await screen.findByLabelText<HTMLInputElement>('The board’s link');
    expect(field.value).toMatch(/\/board\/a-token-of-many-letters$/u);
    expect(field.readOnly).toBe(true);
    press('Withdraw link');
    await waitFor(() => button('Make a link'));
    expect(screen.queryByLabelText('The board’s link')).toBeNull();
    expect(sent.filter(({ path }) => path.endsWith('/link')).map(({ method }) => method)).toEqual([
      'POST',
      'DELETE',
    ]);
  });

  test('that is there already is replaced only by its name', async () => {
    await open({ [`GET /boards/${BOARD.id}`]: () => ({ ...BOARD, hasLink: true }) });
    button('Make a new link (the old one stops working)');
  });
});

test('a board that is not there says so and leads back', async () => {
  fakeApi({ [`GET /boards/${BOARD.id}`]: () => new ApiError(404, 'not-found', 'There is no such board.') });
  renderScreen(<EditBoard />, { at: `/phrases/${BOARD.id}`, path: '/phrases/:boardId' });
  await screen.findByText('There is no such board.');
  const page = within(document.body);
  expect(page.getByRole('link', { name: 'To the boards' }).getAttribute('href')).toBe('/phrases');
});
