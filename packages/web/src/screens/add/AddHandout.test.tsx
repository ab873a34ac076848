import { MAX_HANDOUT_CHARACTERS, type DocumentPreview, type HandoutInput } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { AddHandout } from './AddHandout.tsx';

afterEach(clearScreen);

const ID = '00000000-0000-4000-8000-000000000001';
const preview = (more: Partial<DocumentPreview> = {}): DocumentPreview => ({
  text: 'Eels\n\nThe eel turns.',
  format: 'text',
  title: 'Eels',
  language: 'en-GB',
  hasVoice: true,
  encoding: null,
  words: 4,
  blocks: 2,
  headings: 1,
  uploadId: null,
  content: null,
  warnings: [],
  cleanUps: [],
  photos: [],
  ...more,
});
const WORD_FILE = preview({
  title: 'The weir',
  uploadId: ID,
  content: [{ id: 'a', type: 'paragraph', text: 'Salmon leap.' }],
  words: 2,
  blocks: 1,
  headings: 0,
});
const VOICE = {
  id: 'v',
  label: 'English',
  language: 'en-GB',
  region: 'Britain',
  timbre: 'lower',
  engine: 'x',
  sampleRate: 16_000,
  timings: 'exact',
};

const STORED = {
  ...handoutSummary({ id: ID, title: 'Eels' }),
  blocks: [],
  occurrences: [],
  lostOccurrences: [],
  contentHash: 'x',
  cleanUps: [],
};

/** Shows the screen. @returns what it asks the server, and the router */
function open(answers: Answers = {}) {
  const sent = fakeApi({
    'GET /voices': () => [VOICE],
    'POST /imports/text': () => preview(),
    'POST /imports/file': () => WORD_FILE,
    'POST /imports/page': () => preview({ title: 'The bore', content: WORD_FILE.content, uploadId: ID }),
    'GET /imports/waiting/*': () => ({ ahead: null }),
    'POST /handouts': () => STORED,
    ...answers,
  });
  const { router } = renderScreen(<AddHandout />, { at: '/add', path: '/add' });
  return { sent, router };
}
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const valueOf = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
const stored = (sent: ReturnType<typeof open>['sent']) =>
  sent
    .filter(({ method, path }) => method === 'POST' && path === '/handouts')
    .map(({ json }) => {
      const input = (json as FormData).get('input');
      return JSON.parse(typeof input === 'string' ? input : '') as HandoutInput;
    });
const chooseFiles = (...names: string[]) => {
  const input = document.querySelector<HTMLInputElement>('input[type="file"]');
  if (!input) throw new Error('There is no file to choose.');
  fireEvent.change(input, { target: { files: names.map((name) => new File(['x'], name)) } });
};

describe('a text that is typed', () => {
  test('has its title and language filled in, and is stored to be listened to', async () => {
    const { sent, router } = open();
    expect(button('Save and listen').disabled).toBe(true);
    type('Text', 'Eels\n\nThe eel turns.');
    await waitFor(() => expect(valueOf('Title')).toBe('Eels'));
    await screen.findByText('4 words, 1 heading, 1 paragraph or item.');
    type('Class', '8F');
    press('Save and listen');
    await waitFor(() => expect(router.state.location.pathname).toBe(`/listen/${ID}`));
    expect(stored(sent)).toEqual([
      { title: 'Eels', language: 'en-GB', subject: '', className: '8F', text: 'Eels\n\nThe eel turns.', format: 'text' },
    ]); // prettier-ignore
  });

  test('may be checked first', async () => {
    const { router } = open();
    type('Text', 'The eel turns.');
    await waitFor(() => expect(valueOf('Title')).toBe('Eels'));
    press('Save and check');
    await waitFor(() => expect(router.state.location.pathname).toBe(`/proof/${ID}`));
  });

  test('keeps the title that the teacher has given it', async () => {
    const { sent } = open();
    type('Text', 'The eel turns.');
    await waitFor(() => expect(valueOf('Title')).toBe('Eels'));
    type('Title', 'My eels');
    type('Text', 'The eel turns twice.');
    press('Save and listen');
    await waitFor(() => expect(stored(sent)[0]?.title).toBe('My eels'));
  });

  test('that is too long says so and is not stored', async () => {
    const { sent } = open();
    type('Text', 'x'.repeat(MAX_HANDOUT_CHARACTERS + 1));
    await screen.findByText(/Split it and add the parts one by one\.$/u);
    expect([button('Save and listen').disabled, button('Save and check').disabled]).toEqual([true, true]);
    expect(stored(sent)).toEqual([]);
  });

  test('stays when the server refuses it, and says why', async () => {
    open({ 'POST /handouts': () => new ApiError(507, 'full', 'The disk is full.') });
    type('Text', 'The eel turns.');
    await waitFor(() => expect(valueOf('Title')).toBe('Eels'));
    press('Save and listen');
    await screen.findByText('The disk is full.');
    expect(valueOf('Text')).toBe('The eel turns.');
  });

  test('is kept in the browser until it is stored', async () => {
    open();
    type('Text', 'The eel turns.');
    type('Subject', 'Science');
    await waitFor(() => expect(Object.values({ ...localStorage }).join()).toContain('The eel turns.'));
    const kept = Object.entries({ ...localStorage }) as [string, string][];
    clearScreen();
    for (const [key, value] of kept) localStorage.setItem(key, value);
    open();
    expect([valueOf('Text'), valueOf('Subject')]).toEqual(['The eel turns.', 'Science']);
  });

  test('can be cleared, and brought back', async () => {
    open();
    type('Text', 'The eel turns.');
    press('Clear');
    await screen.findByText('Cleared.');
    expect(valueOf('Text')).toBe('');
    press('Undo');
    expect(valueOf('Text')).toBe('The eel turns.');
  });

  test('in a language without a voice says so, and can be given another language', async () => {
    const { sent } = open({ 'POST /imports/text': () => preview({ language: 'gd', hasVoice: false }) });
    type('Text', 'Tha an easgann a’ tionndadh.');
    await screen.findByText(/^No voice here speaks/u);
    await choose('Language', 'British English');
    press('Save and listen');
    await waitFor(() => expect(stored(sent)[0]?.language).toBe('en-GB'));
  });
});

describe('a file', () => {
  test('is read, shown, and stored with its source to be checked', async () => {
    const { sent, router } = open();
    chooseFiles('weir.docx');
    await waitFor(() => expect(valueOf('Title')).toBe('The weir'));
    expect(screen.getByText('Salmon leap.')).toBeTruthy();
    press('Save and check');
    await waitFor(() => expect(router.state.location.pathname).toBe(`/proof/${ID}`));
    expect(stored(sent)[0]).toMatchObject({ title: 'The weir', uploadId: ID, content: WORD_FILE.content });
  });

  test('of plain text goes into the field, and what was there can be brought back', async () => {
    open({ 'POST /imports/file': () => preview({ text: 'From the file.', uploadId: ID }) });
    type('Text', 'Typed before.');
    chooseFiles('eels.txt');
    await waitFor(() => expect(valueOf('Text')).toBe('From the file.'));
    await screen.findByText('Your text was replaced by the file.');
    press('Undo');
    await waitFor(() => expect(valueOf('Text')).toBe('Typed before.'));
  });

  test('that cannot be read says why, and what was typed stays', async () => {
    open({ 'POST /imports/file': () => new ApiError(422, 'encrypted', '“locked.pdf” has a password.') });
    type('Text', 'Typed before.');
    chooseFiles('locked.pdf');
    await screen.findByText('“locked.pdf” has a password.');
    expect(valueOf('Text')).toBe('Typed before.');
    press('Remove locked.pdf');
    await waitFor(() => expect(screen.queryByText('“locked.pdf” has a password.')).toBeNull());
  });

  test('among several that cannot be stored stays on the list with the reason', async () => {
    let files = 0;
    const { sent, router } = open({
      'POST /handouts': () => {
        files += 1;
        return files === 2 ? new ApiError(507, 'full', 'The disk is full.') : STORED;
      },
    });
    chooseFiles('one.docx', 'two.docx', 'three.docx');
    await waitFor(() => button('Save all 3'));
    press('Save all 3');
    await waitFor(() => expect(stored(sent).length).toBe(3));
    await waitFor(() => expect(screen.getAllByText('The disk is full.').length).toBeGreaterThan(0));
    expect(screen.getByText('two.docx', { exact: false })).toBeTruthy();
    expect(router.state.location.pathname).toBe('/add');
  });
});

describe('a web address', () => {
  test('is fetched, and its field is emptied', async () => {
    const { sent } = open();
    type('Web address', 'https://wrenmoor.example/bore');
    press('Fetch the page');
    await waitFor(() => expect(valueOf('Title')).toBe('The bore'));
    expect(valueOf('Web address')).toBe('');
    expect(sent.find(({ path }) => path === '/imports/page')?.json).toEqual({
      address: 'https://wrenmoor.example/bore',
    });
  });

  test('that cannot be fetched says why, and stays to be corrected', async () => {
    open({ 'POST /imports/page': () => new ApiError(422, 'page', 'There is no page at this address.') });
    type('Web address', 'https://wrenmoor.example/boar');
    press('Fetch the page');
    await screen.findByText('There is no page at this address.');
    expect(valueOf('Web address')).toBe('https://wrenmoor.example/boar');
  });
});
