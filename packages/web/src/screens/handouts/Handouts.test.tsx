import type { HandoutSummary } from '@aurelfield/api';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { choose } from '../../testing/controls.ts';
import { ApiError, fakeApi, type Answers } from '../../testing/fakeApi.ts';
import { handoutSummary } from '../../testing/handoutSummary.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { Handouts } from './Handouts.tsx';

afterEach(clearScreen);

const handout = (nth: number, more: Partial<HandoutSummary> = {}) =>
  handoutSummary({
    id: `00000000-0000-4000-8000-00000000000${nth}`,
    title: `Handout ${nth}`,
    createdAt: `2026-11-0${nth}T09:00:00.000Z`,
    ...more,
  });
const EELS = handout(1, { title: 'Eels', subject: 'Science', className: 'Year 8', tags: ['river'] });
const WEIR = handout(2, { title: 'The weir', subject: 'History', words: 1450, readyFor: ['Ines', 'Wren'] });

/** Shows the screen over these handouts. @returns what it asks the server */
function open(handouts: readonly HandoutSummary[], answers: Answers = {}, at = '/') {
  const sent = fakeApi({ 'GET /handouts': () => handouts, 'GET /pupils': () => [], ...answers });
  return { sent, ...renderScreen(<Handouts />, { at }) };
}
const titles = () => [...document.querySelectorAll('li .title')].map((title) => title.textContent);
describe('the list of handouts', () => {
  test('shows each with what it is, the newest first', async () => {
    open([EELS, WEIR]);
    await screen.findByRole('link', { name: 'Eels' });
    expect(titles()).toEqual(['The weir', 'Eels']);
    const [weir, eels] = screen.getAllByRole('listitem');
    expect(eels?.textContent).toContain('Science · Year 8 · 130 words · about 1 minute');
    expect(eels?.textContent).toContain('river');
    expect(eels?.textContent).toContain('Not ready for anyone yet');
    expect(weir?.textContent).toContain('about 10 minutes');
    expect(weir?.textContent).toContain('Ready for Ines, Wren.');
  });

  test.each([
    ['Subject', 'History', ['The weir'], '?subject=History'],
    ['Class', 'Year 8', ['Eels'], '?className=Year+8'],
    ['Tag', 'river', ['Eels'], '?tag=river'],
    ['Order', 'By title', ['Eels', 'The weir'], '?sort=title'],
    ['Order', 'Shortest first', ['Eels', 'The weir'], '?sort=shortest'],
  ])('%s %s is kept in the address', async (label, option, expected, search) => {
    const { router } = open([EELS, WEIR]);
    await screen.findByRole('link', { name: 'Eels' });
    await choose(label, option);
    expect(titles()).toEqual(expected);
    expect(router.state.location.search).toBe(search);
  });

  test('is searched by the server once the typing rests', async () => {
    const { sent } = open([EELS]);
    await screen.findByRole('link', { name: 'Eels' });
    for (const typed of ['g', 'gl', 'glass eel'])
      fireEvent.change(screen.getByRole('textbox', { name: 'Find' }), { target: { value: typed } });
    await waitFor(() => expect(sent.at(-1)?.path).toBe('/handouts?search=glass%20eel&from=active'));
    expect(sent.filter(({ path }) => path.includes('search=g')).length).toBe(1);
  });

  test('says what to do where nothing is like what was asked for', async () => {
    open([], {}, '/?search=heron');
    await screen.findByRole('heading', { name: 'No matches' });
    fireEvent.click(screen.getByRole('button', { name: 'Show all' }));
    await screen.findByRole('heading', { name: 'No handouts yet' });
  });

  test.each([
    ['/', 'No handouts yet'],
    ['/?from=archive', 'The archive is empty'],
    ['/?from=deleted', 'Nothing was deleted'],
    ['/?from=nowhere', 'No handouts yet'],
  ])('%s is empty: %s', async (at, heading) => {
    open([], {}, at);
    await screen.findByRole('heading', { name: heading });
  });

  test('says what is wrong, and is fetched again', async () => {
    let tries = 0;
    open([], {
      'GET /handouts': () => (++tries === 1 ? new ApiError(500, 'broken', 'The database is away.') : [EELS]),
    });
    await screen.findByText('The database is away.');
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await screen.findByRole('link', { name: 'Eels' });
  });
});

describe('a handout of the list', () => {
  const pressInMenu = async (title: string, item: string) => {
    fireEvent.click(await screen.findByRole('button', { name: `More for “${title}”` }));
    fireEvent.click(await screen.findByRole('menuitem', { name: item }));
  };

  test('that nobody has is deleted at once, and brought back by Undo', async () => {
    const { sent } = open([EELS], {
      [`GET /handouts/${EELS.id}/given`]: () => ({ count: 0 }),
      [`DELETE /handouts/${EELS.id}`]: () => undefined,
      [`POST /handouts/${EELS.id}/restore`]: () => undefined,
    });
    await pressInMenu('Eels', 'Delete');
    await screen.findByText(/“Eels” was deleted\. You can restore it for \d+ days\./u);
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(sent.map(({ path }) => path)).toContain(`/handouts/${EELS.id}/restore`));
  });

  test('that pupils have is deleted only after a question', async () => {
    const { sent } = open([EELS], {
      [`GET /handouts/${EELS.id}/given`]: () => ({ count: 3 }),
      [`DELETE /handouts/${EELS.id}`]: () => undefined,
    });
    await pressInMenu('Eels', 'Delete');
    const dialog = await screen.findByRole('alertdialog', { name: 'Delete “Eels”?' });
    expect(dialog.textContent).toContain('3 pupils have this handout.');
    expect(sent.some(({ method }) => method === 'DELETE')).toBe(false);
    fireEvent.click(screen.getByRole('button', { name: 'Delete handout' }));
    await screen.findByText(/was deleted and withdrawn from 3 pupils/u);
  });

  test('goes into the archive, and comes back by Undo', async () => {
    const { sent } = open([EELS], { 'PATCH /handouts/*': () => ({ ...EELS, blocks: [], occurrences: [], lostOccurrences: [], contentHash: 'x', cleanUps: [] }) }); // prettier-ignore
    await pressInMenu('Eels', 'Move to archive');
    await screen.findByText('“Eels” is in the archive.');
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() =>
      expect(sent.filter(({ method }) => method === 'PATCH').map(({ json }) => json)).toEqual([
        { archived: true },
        { archived: false },
      ]),
    );
  });

  test('has its facts changed; tags are told apart by commas, each once', async () => {
    const { sent } = open([EELS], { 'PATCH /handouts/*': () => ({ ...EELS, blocks: [], occurrences: [], lostOccurrences: [], contentHash: 'x', cleanUps: [] }) }); // prettier-ignore
    await pressInMenu('Eels', 'Title, subject, class, tags');
    const form = await screen.findByRole('form', { name: 'Facts of “Eels”' });
    fireEvent.change(within(form).getByLabelText('Title'), { target: { value: 'Glass eels' } });
    fireEvent.change(within(form).getByLabelText('Tags'), { target: { value: 'river, sea ,river,' } });
    fireEvent.click(within(form).getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(screen.queryByRole('form')).toBeNull());
    expect(sent.find(({ method }) => method === 'PATCH')?.json).toEqual({
      title: 'Glass eels',
      subject: 'Science',
      className: 'Year 8',
      tags: ['river', 'sea'],
    });
  });

  test('whose facts are refused says why, and what was typed stays', async () => {
    open([EELS], { 'PATCH /handouts/*': () => new ApiError(422, 'title', 'A handout needs a title.') });
    await pressInMenu('Eels', 'Title, subject, class, tags');
    const form = await screen.findByRole('form', { name: 'Facts of “Eels”' });
    fireEvent.change(within(form).getByLabelText('Title'), { target: { value: '' } });
    fireEvent.change(within(form).getByLabelText('Subject'), { target: { value: 'Rivers' } });
    fireEvent.click(within(form).getByRole('button', { name: 'Save' }));
    await within(form).findByText('A handout needs a title.');
    expect(within(form).getByLabelText<HTMLInputElement>('Subject').value).toBe('Rivers');
  });

  test('that are chosen are made together', async () => {
    open([EELS, WEIR]);
    await screen.findByRole('link', { name: 'Eels' });
    fireEvent.click(screen.getByRole('checkbox', { name: 'Choose “Eels”' }));
    expect(screen.getByRole('link', { name: 'Make 1 handout for a class' }).getAttribute('href')).toBe(
      `/make?handout=${EELS.id}`,
    );
    fireEvent.click(screen.getByRole('checkbox', { name: 'Choose “The weir”' }));
    screen.getByRole('link', { name: 'Make 2 handouts for a class' });
    fireEvent.click(screen.getByRole('checkbox', { name: 'Choose “Eels”' }));
    fireEvent.click(screen.getByRole('checkbox', { name: 'Choose “The weir”' }));
    expect(screen.queryByRole('link', { name: /^Make \d+ handout/u })).toBeNull();
  });

  test('that was deleted can only be brought back', async () => {
    const gone = handout(3, { title: 'Gone', deletedAt: '2026-11-20T10:00:00.000Z' });
    const { sent } = open(
      [gone],
      { [`POST /handouts/${gone.id}/restore`]: () => undefined },
      '/?from=deleted',
    );
    fireEvent.click(await screen.findByRole('button', { name: 'Restore “Gone”' }));
    await waitFor(() => expect(sent.some(({ method }) => method === 'POST')).toBe(true));
    expect(screen.getByRole('listitem').textContent).toContain('Deleted on 20');
    expect(screen.queryByRole('link', { name: /Listen/u })).toBeNull();
  });
});
