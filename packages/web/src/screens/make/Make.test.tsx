import type { ClassSet, ClassSetPlan, ClassSetRequest, SetItem } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { pupil } from '../../testing/pupil.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { MadeSet } from './MadeSet.tsx';
import { Make } from './Make.tsx';

afterEach(clearScreen);

const EELS = handoutSummary({ id: '00000000-0000-4000-8000-000000000001', title: 'Eels', className: '8F', subject: 'Science' }); // prettier-ignore
const WEIR = handoutSummary({ id: '00000000-0000-4000-8000-000000000002', title: 'The weir' });
const INES = pupil(1, 'Ines', { classes: ['8F'] });
const OONA = pupil(2, 'Oona', { classes: ['8F'] });
const TAVI = pupil(3, 'Tavi', { classes: ['9B'] });
const FORMATS = ['mp3', 'm4a'].map((id) => ({
  id,
  label: id.toUpperCase(),
  goodFor: '',
  group: 'sound',
  extension: id,
  quality: [],
}));
const SET_ID = '00000000-0000-4000-8000-0000000000aa';
const AMOUNT = { sentences: 20, ready: 8, missing: 12, characters: 900, seconds: 95, bytes: 640_000 };

function planOf(request: ClassSetRequest, cost: ClassSetPlan['cost'] = null): ClassSetPlan {
  return {
    pupils: request.pupilIds.map((pupilId, nth) => ({ ...AMOUNT, pupilId, name: `Pupil ${nth + 1}`, fileName: `Eels – ${nth + 1}.mp3`, files: 1, voice: 'a voice', error: null })), // prettier-ignore
    total: AMOUNT,
    expectedSeconds: 12,
    measured: true,
    cost,
  };
}

const item = (more: Partial<SetItem> = {}): SetItem => ({
  pupilId: INES.id,
  pupil: 'Ines',
  handouts: [{ handoutId: EELS.id, title: 'Eels' }],
  readingId: SET_ID,
  state: 'done',
  done: 20,
  total: 20,
  error: null,
  file: '/api/exports/1',
  fileName: 'Eels – Ines.mp3',
  bytes: 640_000,
  ...more,
});
const set = (more: Partial<ClassSet> = {}): ClassSet => ({
  id: SET_ID,
  title: 'Eels',
  initials: false,
  createdAt: '2026-11-02T09:00:00.000Z',
  state: 'done',
  done: 20,
  total: 20,
  secondsLeft: null,
  items: [item()],
  ...more,
});

async function open(at = `/?handout=${EELS.id}`, answers: Answers = {}) {
  const sent = fakeApi({
    'GET /handouts': () => [EELS, WEIR],
    'GET /pupils': () => [INES, OONA, TAVI],
    'GET /formats': () => ({ formats: FORMATS, naming: null }),
    'GET /class-sets': () => [],
    'POST /class-sets/plan': ({ json }) => planOf(json as ClassSetRequest),
    'POST /class-sets': () => set({ state: 'running' }),
    ...answers,
  });
  const { router } = renderScreen(<Make />, { at });
  await screen.findByRole('heading', { name: 'Make for a class' });
  return { sent, router };
}
const plans = (sent: Awaited<ReturnType<typeof open>>['sent']) =>
  sent.filter(({ path }) => path === '/class-sets/plan').map(({ json }) => json as ClassSetRequest);

describe('making for a class', () => {
  test('begins with the pupils of the class of the handout, and says what it takes', async () => {
    const { sent } = await open();
    await screen.findByText('12 sentences to prepare, 8 ready', { selector: 'strong' });
    expect(plans(sent).at(-1)?.pupilIds).toEqual([INES.id, OONA.id]);
    expect(button(/^Make/u).textContent).toBe('Make 2 files');
    expect(document.body.textContent).toContain('12 seconds, measured on this computer.');
    expect(document.body.textContent).toContain('The first is called “Eels – 1.mp3”.');
  });

  test('starts and leads to the set', async () => {
    const { sent, router } = await open();
    await screen.findByText('12 sentences to prepare, 8 ready', { selector: 'strong' });
    press('Make 2 files');
    await waitFor(() => expect(router.state.location.pathname).toBe(`/make/${SET_ID}`));
    expect(sent.find(({ method, path }) => method === 'POST' && path === '/class-sets')?.json).toMatchObject({
      handoutIds: [EELS.id],
      pupilIds: [INES.id, OONA.id],
      costAgreed: false,
      joining: null,
    });
  });

  test('takes whole classes, single pupils, everybody and nobody', async () => {
    await open();
    await waitFor(() => button('Make 2 files'));
    press('9B');
    expect(button(/^Make/u).textContent).toBe('Make 3 files');
    press('✓ 8F');
    expect(button(/^Make/u).textContent).toBe('Make 1 file');
    press('Everybody');
    expect(button(/^Make/u).textContent).toBe('Make 3 files');
    press('Nobody');
    expect([button('Make').disabled, button('Make').textContent]).toEqual([true, 'Make']);
    await screen.findByText('Choose a class or pupils on the left.');
  });

  test('says what is missing before anything can be made', async () => {
    await open('/', { 'GET /pupils': () => [] });
    await screen.findByText('Choose at least one handout on the left.');
    await choose('Add a handout', 'Eels');
    await screen.findByText(/There is no pupil yet/u);
    expect(screen.getByRole('link', { name: 'Add the first pupil' }).getAttribute('href')).toBe(
      '/pupils/new',
    );
  });

  test('puts handouts into an order, and may join them into one file each', async () => {
    const { sent } = await open(`/?handout=${EELS.id}&handout=${WEIR.id}`);
    await waitFor(() => button('Make 4 files'));
    press('“The weir” up');
    fireEvent.click(screen.getByLabelText('All handouts in one file, in this order'));
    await waitFor(() =>
      expect(plans(sent).at(-1)).toMatchObject({
        handoutIds: [WEIR.id, EELS.id],
        joining: { title: 'Science, for listening', pause: 2 },
      }),
    );
    expect(button(/^Make/u).textContent).toBe('Make 2 files');
    press('Remove “Eels”');
    await waitFor(() => expect(plans(sent).at(-1)).toMatchObject({ handoutIds: [WEIR.id], joining: null }));
  });

  test('gives one pupil another kind of file, for this set alone', async () => {
    const { sent } = await open();
    await waitFor(() => button('Ines gets MP3; change it'));
    press('Ines gets MP3; change it');
    await choose('Kind of file for Ines', 'M4A');
    await waitFor(() => expect(plans(sent).at(-1)?.outputs?.[INES.id]?.format).toBe('m4a'));
    expect(plans(sent).at(-1)?.outputs?.[OONA.id]?.format).toBe('mp3');
  });

  test('asks for consent before a priced voice is used, and again when the price is another', async () => {
    const cost = { service: 'Stand-in service', simulated: true, currency: 'GBP', characters: 900, price: 0.27, freeLeft: 0, freeAfter: 0 }; // prettier-ignore
    await open(undefined, { 'POST /class-sets/plan': ({ json }) => planOf(json as ClassSetRequest, cost) });
    await screen.findByText('£0.27');
    expect(button('Make 2 files').disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('I agree to the price'));
    expect(button('Make 2 files').disabled).toBe(false);
    press('9B');
    await waitFor(() => expect(button('Make 3 files').disabled).toBe(true));
  });

  test('tells beside the names of files what is wrong with them', async () => {
    await open(undefined, {
      'POST /class-sets/plan': () => new ApiError(422, 'name-pattern', '{tilte} is no part of a name.'),
    });
    await waitFor(() =>
      expect(screen.getByLabelText('Names of the files').getAttribute('aria-invalid')).toBe('true'),
    );
    expect(screen.getAllByText('{tilte} is no part of a name.').length).toBeGreaterThan(0);
  });
});

describe('a class set', () => {
  async function openSet(first: ClassSet, answers: Answers = {}) {
    const sent = fakeApi({
      [`GET /class-sets/${SET_ID}`]: () => first,
      [`GET /class-sets/${SET_ID}/stale`]: () => [],
      'POST /class-sets/plan': ({ json }) => planOf(json as ClassSetRequest),
      [`PATCH /class-sets/${SET_ID}`]: () => first,
      ...answers,
    });
    renderScreen(<MadeSet />, { at: `/make/${SET_ID}`, path: '/make/:setId' });
    await screen.findByRole('list', { name: 'Files of this set' });
    return sent;
  }
  const actions = (sent: Awaited<ReturnType<typeof openSet>>) =>
    sent.filter(({ method }) => method === 'PATCH').map(({ json }) => json);

  test('that is ready offers each file and all of them', async () => {
    await openSet(set());
    await screen.findByText('All 1 file are ready.');
    expect(screen.getByText('Download all').getAttribute('href')).toBe(
      `/api/class-sets/${SET_ID}/package.zip`,
    );
    const one = screen.getByLabelText('Download “Eels” for Ines');
    expect([one.getAttribute('href'), one.getAttribute('download')]).toEqual([
      '/api/exports/1',
      'Eels – Ines.mp3',
    ]);
  });

  test.each([
    ['running', 'Pause', 'pause'],
    ['running', 'Cancel', 'cancel'],
    ['paused', 'Go on', 'go-on'],
    ['cancelled', 'Go on', 'go-on'],
    ['failed', 'Try again', 'go-on'],
  ] as const)('that is %s has the button %s', async (state, name, action) => {
    const sent = await openSet(set({ state, items: [item({ state: 'waiting', file: null })] }));
    press(name);
    await waitFor(() => expect(actions(sent)).toEqual([{ action }]));
  });

  test('that is being made shows how far it is', async () => {
    await openSet(
      set({ state: 'running', secondsLeft: 40, items: [item(), item({ state: 'running', done: 5, file: null, pupil: 'Oona', pupilId: OONA.id })] }), // prettier-ignore
    );
    await screen.findByText('1 of 2 files ready · 40 seconds left');
    expect(screen.getByLabelText('Eels for Oona').getAttribute('aria-valuenow')).toBe('5');
  });

  test('that is out of date says why, and is brought up to date', async () => {
    const sent = await openSet(set(), {
      [`GET /class-sets/${SET_ID}/stale`]: () => [{ item: 0, reasons: ['text', 'pronunciations'] }],
    });
    await screen.findByText(/1 file is out of date: the text was changed and pronunciations were changed/u);
    press('Bring up to date');
    await waitFor(() => expect(actions(sent)).toEqual([{ action: 'bring-up-to-date' }]));
  });

  test('in which something failed says what', async () => {
    await openSet(set({ state: 'failed', items: [item({ state: 'failed', file: null, error: 'The voice is not here.' })] })); // prettier-ignore
    await screen.findByText('The voice is not here.');
  });

  test('that is not there leads to making another one', async () => {
    fakeApi({});
    renderScreen(<MadeSet />, { at: `/make/${SET_ID}`, path: '/make/:setId' });
    await screen.findByRole('heading', { name: 'This class set is not here' });
  });
});
