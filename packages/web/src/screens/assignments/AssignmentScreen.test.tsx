import { DEFAULT_ALLOWS, type Assignment, type PupilLink, type Session } from '@aurelfield/api';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, choose, press } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { pupil } from '../../testing/pupil.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { AssignmentScreen } from './AssignmentScreen.tsx';

afterEach(clearScreen);

const EELS = handoutSummary({ id: '00000000-0000-4000-8000-000000000001', title: 'Eels', className: '8F' });
const INES = pupil(1, 'Ines', { classes: ['8F'] });
const TAVI = pupil(2, 'Tavi', { classes: ['9B'] });
const assignment = (nth: number, more: Partial<Assignment> = {}): Assignment => ({
  id: `00000000-0000-4000-8000-00000000004${nth}`,
  handoutId: EELS.id,
  pupilId: INES.id,
  pupil: 'Ines',
  title: 'Eels',
  version: 1,
  madeAt: '2026-11-02T09:00:00.000Z',
  seconds: 95,
  bytes: 640_000,
  state: 'out',
  done: 1,
  error: null,
  newer: [],
  allows: DEFAULT_ALLOWS,
  firstDay: null,
  lastDay: null,
  ...more,
});
const LINK: PupilLink = {
  id: '00000000-0000-4000-8000-000000000051',
  pupilId: INES.id,
  pupil: 'Ines',
  classes: ['8F'],
  assignmentId: null,
  secret: 'sallow-secret',
  code: 'HK4T7RWM',
  hasPin: false,
  openedAt: null,
};

const SESSION: Session = {
  teacher: null,
  needsSetup: false,
  csrfToken: '',
  demo: false,
  publicAddress: 'https://read.school.example',
};

/** Shows the screen. @returns what it asks the server */
async function open(answers: Answers = {}, at = `/?handout=${EELS.id}`) {
  const sent = fakeApi({
    'GET /handouts': () => [EELS],
    'GET /pupils': () => [INES, TAVI],
    'GET /assignments': () => [],
    'GET /pupil-links': () => [],
    'GET /session': () => SESSION,
    'GET /school/embedding': () => ({ origins: [] }),
    'GET /school/allowed-sites': () => ({ origins: [], pupilId: null }),
    'GET /web-page-readings': () => [],
    'POST /assignments': () => [],
    'DELETE /assignments/*': () => undefined,
    ...answers,
  });
  renderScreen(<AssignmentScreen />, { at });
  await screen.findByRole('heading', { name: 'Hand out' });
  return sent;
}
const given = (sent: Awaited<ReturnType<typeof open>>) =>
  sent.filter(({ method, path }) => method === 'POST' && path === '/assignments').map(({ json }) => json);

describe('handing out', () => {
  test('gives the handout to its class with what pupils may do', async () => {
    const sent = await open();
    fireEvent.click(screen.getByLabelText('Save it as an MP3 file'));
    fireEvent.change(screen.getByLabelText('Last day'), { target: { value: '2026-12-20' } });
    press('Hand out');
    await waitFor(() => expect(given(sent).length).toBe(1));
    expect(given(sent)[0]).toEqual({
      handoutIds: [EELS.id],
      pupilIds: [INES.id],
      allows: { ...DEFAULT_ALLOWS, save: ['mp3'] },
      firstDay: null,
      lastDay: '2026-12-20',
    });
    // It is given: nothing is left that a second press would give again.
    await waitFor(() => expect(button('Hand out').disabled).toBe(true));
  });

  test('says when the last day lies before the first, and waits', async () => {
    await open();
    fireEvent.change(screen.getByLabelText('First day'), { target: { value: '2026-12-20' } });
    fireEvent.change(screen.getByLabelText('Last day'), { target: { value: '2026-12-19' } });
    await screen.findByText('The last day lies before the first.');
    expect(button('Hand out').disabled).toBe(true);
  });

  test('keeps what was chosen when the server refuses it', async () => {
    await open({
      'POST /assignments': () => new ApiError(422, 'empty', 'There is nothing to hear in “Eels”.'),
    });
    press('Hand out');
    await screen.findByText('There is nothing to hear in “Eels”.');
    expect(button('Hand out').disabled).toBe(false);
  });

  test('needs a handout and a pupil', async () => {
    await open({ 'GET /pupils': () => [] }, '/');
    expect(button('Hand out').disabled).toBe(true);
    await choose('Add a handout', 'Eels');
    expect(button('Hand out').disabled).toBe(true);
    expect(screen.getByRole('link', { name: 'Add the first pupil' })).toBeTruthy();
  });
});

describe('what is out', () => {
  test('says how each stands', async () => {
    await open({
      'GET /assignments': () => [
        assignment(1),
        assignment(2, { state: 'making', version: 0, done: 0.4, title: 'The weir' }),
        assignment(3, {
          state: 'failed',
          version: 0,
          error: 'no voice here speaks Welsh',
          pupil: 'Tavi',
          pupilId: TAVI.id,
        }),
        assignment(4, { newer: ['text'], version: 2, pupil: 'Tavi', pupilId: TAVI.id }),
      ],
    });
    await screen.findByText('Preparing: 40 %');
    expect(
      [...document.querySelectorAll('li [role="status"]')].map(({ textContent }) => textContent),
    ).toEqual([
      'Given 2 Nov 2026',
      'Preparing: 40 %',
      'Not given: no voice here speaks Welsh',
      'Given 2 Nov 2026, version 2. Out of date: the text was changed',
    ]);
  });

  test('is taken back, and given again with undo', async () => {
    const sent = await open({ 'GET /assignments': () => [assignment(1, { lastDay: '2026-12-20' })] }, '/');
    await waitFor(() => press('Withdraw: “Eels” from Ines'));
    await screen.findByText('“Eels” was withdrawn from Ines.');
    press('Undo');
    await waitFor(() => expect(given(sent)).toEqual([{ handoutIds: [EELS.id], pupilIds: [INES.id], allows: DEFAULT_ALLOWS, firstDay: null, lastDay: '2026-12-20' }])); // prettier-ignore
  });

  test('is brought up to date one by one or all at once', async () => {
    const both = [
      assignment(1, { newer: ['text'] }),
      assignment(2, { newer: ['profile'], title: 'The weir' }),
    ];
    const sent = await open({
      'GET /assignments': () => both,
      [`POST /assignments/${both[0]?.id ?? ''}/renew`]: () => both[0],
      [`POST /assignments/${both[1]?.id ?? ''}/renew`]: () => both[1],
    });
    await waitFor(() => press('Update all'));
    await waitFor(() => expect(sent.filter(({ path }) => path.endsWith('/renew')).length).toBe(2));
  });

  test('that is empty says what to do', async () => {
    await open();
    await screen.findByText(/^Nothing is handed out yet\./u);
  });
});

describe('the link of a pupil', () => {
  async function openLink(link: PupilLink, answers: Answers = {}) {
    const sent = await open({
      'GET /assignments': () => [assignment(1)],
      'GET /pupil-links': () => [link],
      [`PUT /pupil-links/${link.id}/pin`]: () => undefined,
      [`POST /pupil-links/${link.id}/replace`]: () => link,
      ...answers,
    });
    await waitFor(() => press('Link and code for Ines'));
    await screen.findByRole('dialog');
    return sent;
  }

  test('carries the address that pupils use, and a code in two halves', async () => {
    await openLink(LINK);
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('Link').value).toBe(
        'https://read.school.example/p/sallow-secret',
      ),
    );
    expect(screen.getByText('HK4T 7RWM')).toBeTruthy();
    expect(screen.getByText('read.school.example/p')).toBeTruthy();
  });

  test.each([
    ['12', true],
    ['12a4', true],
    ['123456789', true],
    ['1234', false],
    ['12345678', false],
  ])('takes the PIN %s or not', async (pin, isRefused) => {
    const sent = await openLink(LINK);
    fireEvent.change(screen.getByLabelText('PIN (4–8 digits)'), { target: { value: pin } });
    expect(button('Set PIN').disabled).toBe(isRefused);
    if (isRefused) return;
    press('Set PIN');
    await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/pin'))?.json).toEqual({ pin }));
  });

  test('with a PIN offers no feed, and loses the PIN on demand', async () => {
    const sent = await openLink({ ...LINK, hasPin: true });
    expect(screen.queryByLabelText('Feed for a podcast player')).toBeNull();
    press('Remove PIN');
    await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/pin'))?.json).toEqual({ pin: null }));
  });

  test('is replaced by a new one', async () => {
    const sent = await openLink(LINK);
    press('Make a new link; this one stops working');
    await waitFor(() => expect(sent.some(({ path }) => path.endsWith('/replace'))).toBe(true));
  });
});
