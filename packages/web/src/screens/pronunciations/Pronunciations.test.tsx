import type { Doubtful, Entry } from '@aurelfield/api';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { pupil } from '../../testing/pupil.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { Pronunciations } from './Pronunciations.tsx';

afterEach(clearScreen);

const INES = pupil(1, 'Ines');
const EELS = handoutSummary({ id: '00000000-0000-4000-8000-000000000009', title: 'Eels' });
const entry = (nth: number, written: string, more: Partial<Entry> = {}): Entry => ({
  id: `00000000-0000-4000-8000-00000000002${nth}`,
  written,
  said: 'SAL-oh',
  kind: 'respelling',
  caseSensitive: false,
  partOfSpeech: 'any',
  scope: 'school',
  scopeValue: '',
  ...more,
});
const ENTRIES = [
  entry(1, 'Sallow'),
  entry(2, 'lead', {
    scope: 'subject',
    scopeValue: 'Science',
    partOfSpeech: 'noun',
    kind: 'ipa',
    said: 'lɛd',
  }),
  entry(3, 'Ines', { scope: 'pupil', scopeValue: INES.id, caseSensitive: true }),
];

/** Shows the lists. @returns what it asks the server */
async function open(entries: readonly Entry[], answers: Answers = {}) {
  const sent = fakeApi({
    'GET /pronunciations': () => entries,
    'GET /pupils': () => [INES],
    'GET /handouts': () => [EELS],
    'DELETE /pronunciations/*': () => undefined,
    'POST /pronunciations': ({ json }) => ({ ...ENTRIES[0], ...(json as object) }),
    ...answers,
  });
  renderScreen(<Pronunciations />);
  await screen.findByRole('heading', { name: 'Pronunciations' });
  return sent;
}
const sentTo = (sent: Awaited<ReturnType<typeof open>>, wanted: string) =>
  sent.filter(({ method, path }) => `${method} ${path}`.startsWith(wanted)).map(({ json }) => json);

describe('the lists of pronunciations', () => {
  test('stand by whom they are for, the widest first', async () => {
    await open(ENTRIES);
    await screen.findByRole('region', { name: 'The whole school' });
    const names = ['The whole school', 'Science', 'Ines'];
    const regions = names.map((name) => screen.getByRole('region', { name }));
    expect(regions.every((one, i) => i === 0 || (regions[i - 1]?.compareDocumentPosition(one) ?? 0) & 4)).toBe(true); // prettier-ignore
    expect(regions[1]?.textContent).toContain('IPA, only as a noun');
    expect(regions[2]?.textContent).toContain('respelled, capitals as written');
  });

  test('that are empty say what to do', async () => {
    await open([]);
    await screen.findByRole('heading', { name: 'No pronunciations yet' });
  });

  test('that are long can be searched', async () => {
    await open(Array.from({ length: 8 }, (_, i) => entry(i, `tern${i}`)));
    const list = await screen.findByRole('region', { name: 'The whole school' });
    expect(within(list).getAllByRole('listitem').length).toBe(8);
    fireEvent.change(screen.getByLabelText('Find a word'), { target: { value: 'RN3' } });
    expect(
      within(list)
        .getAllByRole('listitem')
        .map((one) => one.textContent),
    ).toEqual([expect.stringContaining('tern3')]);
    fireEvent.change(screen.getByLabelText('Find a word'), { target: { value: 'heron' } });
    await screen.findByText('No word here is written like “heron”.');
  });

  test('that cannot be fetched say why', async () => {
    await open([], {
      'GET /pronunciations': () => new ApiError(503, 'unavailable', 'The database is away.'),
    });
    await screen.findByText('The database is away.');
  });

  test('lose a word, and get it back', async () => {
    const sent = await open(ENTRIES);
    await screen.findByRole('region', { name: 'Science' });
    press('Remove lead');
    await screen.findByText('“lead” was removed.');
    press('Undo');
    await waitFor(() => expect(sentTo(sent, 'POST /pronunciations').length).toBe(1));
    const { id: _id, ...input } = ENTRIES[1] ?? entry(0, '');
    expect(sentTo(sent, 'POST /pronunciations')).toEqual([input]);
  });

  test('say why a word could not be removed', async () => {
    await open(ENTRIES, {
      'DELETE /pronunciations/*': () => new ApiError(404, 'not-found', 'This entry is not there any more.'),
    });
    await screen.findByRole('region', { name: 'Science' });
    press('Remove lead');
    await screen.findByText('This entry is not there any more.');
  });

  test('bring a word into the form to be changed', async () => {
    await open(ENTRIES);
    await screen.findByRole('region', { name: 'Science' });
    press('Change Sallow');
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('As it is said').value).toBe('SAL-oh'),
    );
  });
});

describe('words to listen to first', () => {
  const word = (written: string, more: Partial<Doubtful> = {}): Doubtful => ({
    written,
    doubts: ['a name'],
    places: [{ block: 0, start: 4, end: 4 + written.length, around: `the ${written} of the river` }],
    ipa: 'sɑːləʊ',
    respelling: 'sah-loh',
    syllables: 2,
    ...more,
  });
  async function openQueue(answers: Answers = {}) {
    const sent = await open(ENTRIES, {
      [`GET /handouts/${EELS.id}/doubtful`]: () => ({
        voice: 'v',
        words: [word('Sallow'), word('Tarn', { ipa: null })],
      }),
      'POST /accepted-words': () => undefined,
      'DELETE /accepted-words': () => undefined,
      ...answers,
    });
    await screen.findByRole('heading', { name: 'Words to listen to first' });
    await choose('Handout', 'Eels');
    return sent;
  }
  const rows = () =>
    [...document.querySelectorAll('[aria-labelledby="doubtful"] ol > li b')].map(
      ({ textContent }) => textContent,
    );

  test('are shown with why, how they are said now, and where they stand', async () => {
    await openQueue();
    await waitFor(() => expect(rows()).toEqual(['Sallow', 'Tarn']));
    const [first] = document.querySelectorAll('[aria-labelledby="doubtful"] ol > li');
    expect(first?.textContent).toContain('a name');
    expect(first?.textContent).toContain('now said /sɑːləʊ/, sah-loh, 2 syllables');
    expect(first?.textContent).toContain('… the Sallow of the river …');
  });

  test('that are right are decided, and the decision can be undone', async () => {
    const sent = await openQueue();
    await waitFor(() => expect(rows().length).toBe(2));
    press('Sallow is correct');
    await screen.findByText('“Sallow” is marked as correct.');
    press('Undo');
    await waitFor(() => expect(sentTo(sent, 'DELETE /accepted-words')).toEqual([{ word: 'Sallow' }]));
    expect(sentTo(sent, 'POST /accepted-words')).toEqual([{ word: 'Sallow' }]);
  });

  test.each([
    ['r', 'POST /accepted-words'],
    ['R', 'POST /accepted-words'],
  ])('are decided by the key %s', async (key, request) => {
    const sent = await openQueue();
    await waitFor(() => expect(rows().length).toBe(2));
    const [first] = document.querySelectorAll('[aria-labelledby="doubtful"] ol > li');
    if (first) fireEvent.keyDown(first, { key });
    await waitFor(() => expect(sentTo(sent, request)).toEqual([{ word: 'Sallow' }]));
  });

  test('wait where they are left for later, and go to the form where they are to be put right', async () => {
    await openQueue();
    await waitFor(() => expect(rows().length).toBe(2));
    press('Leave Sallow for later');
    expect(rows()).toEqual(['Tarn']);
    press('Put Tarn right');
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('As it is written').value).toBe('Tarn'),
    );
  });

  test('of all handouts say in which they are heard', async () => {
    await openQueue({
      'GET /doubtful': () => ({
        voice: 'v',
        words: [{ ...word('Tarn'), heardIn: [{ id: EELS.id, title: 'Eels' }] }],
        passed: [],
      }),
    });
    await choose('Handout', 'All handouts');
    await waitFor(() => expect(rows()).toEqual(['Tarn']));
    expect(screen.getByRole('link', { name: 'Eels' }).getAttribute('href')).toBe(
      `/listen/${EELS.id}?pupil=${INES.id}`,
    );
  });

  test.each([
    ['nothing is doubtful', { voice: 'v', words: [] }, 'No word here is doubtful, or all are decided.'],
    [
      'the server cannot tell',
      new ApiError(503, 'busy', 'Too much is being looked at.'),
      'Too much is being looked at.',
    ],
  ])('say so where %s', async (_, answer, text) => {
    await openQueue({ [`GET /handouts/${EELS.id}/doubtful`]: () => answer });
    await screen.findByText(text);
  });
});

describe('a file of pronunciations', () => {
  test('shows what it would change, and is taken in when that is agreed to', async () => {
    const forms: FormData[] = [];
    await open(ENTRIES, {
      'POST /pronunciations/file': ({ json }) => {
        forms.push(json as FormData);
        return forms.length === 1
          ? { added: 1, replaced: 1, warnings: ['line 3 is empty'], changes: [{ written: 'Tarn', said: 'tahn', before: null }, { written: 'Sallow', said: 'SAH-loh', before: 'SAL-oh' }] } // prettier-ignore
          : { added: 1, replaced: 1, warnings: [], changes: [] };
      },
    });
    press('Import and export');
    const input = await waitFor(() => {
      const found = document.querySelector<HTMLInputElement>('input[type="file"]');
      if (!found) throw new Error('There is no file to choose.');
      return found;
    });
    expect(screen.getByText('As CSV').getAttribute('href')).toBe(
      '/api/pronunciations/file/csv?scope=school&scopeValue=',
    );
    fireEvent.change(input, { target: { files: [new File(['x'], 'words.csv')] } });
    await screen.findByText('Sallow: SAL-oh → SAH-loh');
    await screen.findByText('Left out: line 3 is empty');
    press('Import');
    await screen.findByText(/1 word added, 1\s+replaced/u);
    expect(forms.map((form) => [form.get('preview'), form.get('scope')])).toEqual([
      ['yes', 'school'],
      ['no', 'school'],
    ]);
  });
});
