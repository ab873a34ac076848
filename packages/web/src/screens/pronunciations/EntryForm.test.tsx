import type { Entry, Impact } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { EntryForm } from './EntryForm.tsx';

afterEach(clearScreen);

const NOTHING_CHANGES: Impact = { handouts: [], places: 0, readings: 0, others: [] };
const ENTRY: Entry = {
  id: '00000000-0000-4000-8000-000000000001',
  written: 'Sallow',
  said: 'SAL-oh',
  kind: 'respelling',
  caseSensitive: true,
  partOfSpeech: 'any',
  scope: 'class',
  scopeValue: 'Year 8',
};

/** Shows the form. @returns what it sends, and how often it was done */
function open({
  entry,
  written = '',
  answers = {},
}: { entry?: Entry; written?: string; answers?: Answers } = {}) {
  const sent = fakeApi({
    'GET /handouts': () => [],
    'POST /pronunciations/check': () => ({ ipa: 'ˈsæləʊ', respelling: 'SAL-oh', changes: [] }),
    'POST /pronunciations/impact': () => NOTHING_CHANGES,
    'POST /pronunciations': ({ json }) => ({ ...ENTRY, ...(json as object) }),
    [`PUT /pronunciations/${ENTRY.id}`]: ({ json }) => ({ ...ENTRY, ...(json as object) }),
    ...answers,
  });
  const done: string[] = [];
  renderScreen(<EntryForm entry={entry} written={written} pupils={[]} onDone={() => done.push('done')} />);
  return { sent, done };
}
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const valueOf = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
const stored = (sent: ReturnType<typeof open>['sent']) =>
  sent.filter(({ method, path }) => method !== 'GET' && /^\/pronunciations(?:\/[0-9a-f-]{36})?$/u.test(path));

describe('a new pronunciation', () => {
  test('says how it will sound, and is stored for the whole school', async () => {
    const { sent, done } = open({ written: 'Sallow' });
    expect(valueOf('As it is written')).toBe('Sallow');
    type('As it is said', 'SAL-oh');
    await screen.findByText('/ˈsæləʊ/, SAL-oh');
    press('Add');
    await waitFor(() => expect(done).toEqual(['done']));
    expect(stored(sent).map(({ method, json }) => [method, json])).toEqual([
      ['POST', { written: 'Sallow', said: 'SAL-oh', kind: 'respelling', caseSensitive: false, partOfSpeech: 'any', scope: 'school', scopeValue: '' }],
    ]); // prettier-ignore
    // The form is ready for the next word.
    expect([valueOf('As it is written'), valueOf('As it is said')]).toEqual(['', '']);
  });

  test('without a word or its sound is not sent, and says so beside each', () => {
    const { sent } = open();
    expect(button('Hear it').disabled).toBe(true);
    press('Add');
    for (const label of ['As it is written', 'As it is said'])
      expect(screen.getByLabelText(label).getAttribute('aria-invalid')).toBe('true');
    expect(stored(sent)).toEqual([]);
  });

  test('that no voice can say as it is written says what is said instead', async () => {
    open({ answers: { 'POST /pronunciations/check': () => ({ ipa: 'lɒx', respelling: 'lokh', changes: [{ wanted: 'x', given: 'k' }] }) } }); // prettier-ignore
    type('As it is said', 'lokh');
    await screen.findByText('/lɒx/, lokh. [x] is not a sound of these voices; [k] is said');
  });

  test('whose spelling means nothing says so at once', async () => {
    open({
      answers: { 'POST /pronunciations/check': () => new ApiError(422, 'said', '“qq” is no syllable.') },
    });
    type('As it is said', 'qq');
    await screen.findByText('“qq” is no syllable.');
  });

  test('for a class needs the class', async () => {
    const { sent } = open({ written: 'Sallow' });
    type('As it is said', 'SAL-oh');
    await choose('For', 'A class');
    press('Add');
    expect(stored(sent)).toEqual([]);
    type('Class', 'Year 8');
    press('Add');
    await waitFor(() =>
      expect(stored(sent)[0]?.json).toMatchObject({ scope: 'class', scopeValue: 'Year 8' }),
    );
  });

  test('says beforehand what it changes, and which list goes before it', async () => {
    const heron = { id: ENTRY.id, title: 'Herons', places: 2, around: 'the sallow by the weir' };
    const own = { scope: 'pupil', scopeValue: ENTRY.id, kind: 'respelling', said: 'SAH-low', wins: true };
    open({
      written: 'sallow',
      answers: {
        'POST /pronunciations/impact': () => ({ handouts: [heron], places: 2, readings: 5, others: [own] }),
      },
    });
    await screen.findByText('Changes 2 places in 1 handout and 5 readings.');
    screen.getByText('A pupil’s own list says “SAH-low” and is used first.');
  });

  test('that is refused says why until something is changed, and loses nothing', async () => {
    open({
      written: 'Sallow',
      answers: {
        'POST /pronunciations': () => new ApiError(409, 'twice', 'This list has “Sallow” already.'),
      },
    });
    type('As it is said', 'SAL-oh');
    press('Add');
    await screen.findByText('This list has “Sallow” already.');
    expect(valueOf('As it is said')).toBe('SAL-oh');
    type('As it is said', 'SAL-low');
    await waitFor(() => expect(screen.queryByText('This list has “Sallow” already.')).toBeNull());
  });
});

describe('a pronunciation that is there', () => {
  test('is changed in its own list', async () => {
    const { sent, done } = open({ entry: ENTRY });
    expect(screen.getByLabelText<HTMLInputElement>('Match capitals').checked).toBe(true);
    type('As it is said', 'SAL-ow');
    press('Save');
    await waitFor(() => expect(done).toEqual(['done']));
    expect(stored(sent).map(({ method, json }) => [method, json])).toEqual([
      ['PUT', expect.objectContaining({ said: 'SAL-ow', scope: 'class', scopeValue: 'Year 8' })],
    ]);
  });

  test('is left as it was', () => {
    const { sent, done } = open({ entry: ENTRY });
    type('As it is said', 'SAL-ow');
    press('Cancel');
    expect(done).toEqual(['done']);
    expect(stored(sent)).toEqual([]);
  });
});
