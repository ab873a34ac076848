import type { Opened } from '@aurelfield/api/pupilPage';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { App } from './App.tsx';
import { linkIdOf } from './linkId.ts';
import { recallByCode, recallPage, rememberPage } from './rememberedPages.ts';

const page = (more: Partial<Opened> = {}): Opened => ({
  key: 'secret', accessToken: 'link.1.seal', hasPin: true, school: 'Wrenmoor School', language: 'en-GB', records: false, items: [], ...more,
}); // prettier-ignore
let answers: Record<string, () => Promise<Response>>;
let asked: { address: string; body: unknown }[];
let went: string[];
const json =
  (body: unknown, status = 200) =>
  () =>
    Promise.resolve(Response.json(body, { status }));
const offline = () => Promise.reject(new TypeError('Failed to fetch'));

beforeEach(() => {
  localStorage.clear();
  [answers, asked, went] = [{}, [], []];
  vi.stubGlobal('fetch', (address: string, init?: RequestInit) => {
    asked.push({ address, body: typeof init?.body === 'string' ? JSON.parse(init.body) : undefined });
    return (answers[address] ?? offline)();
  });
  vi.stubGlobal('location', {
    pathname: '/p/secret', hash: '', assign: (to: string) => went.push(to), reload: () => went.push('reload'),
  }); // prettier-ignore
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('a link with a PIN', () => {
  const openPin = () => render(<App start={{ state: 'pin' }} secret="secret" />);

  test('asks for the PIN and nothing else, and remembers the page', async () => {
    answers['/api/open/enter'] = json(page());
    openPin();
    expect(screen.queryByLabelText('Code')).toBeNull();
    fireEvent.change(screen.getByLabelText('PIN'), { target: { value: '2468' } });
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    await screen.findByText('Your handouts');
    expect(asked[0]?.body).toEqual({ key: 'secret', pin: '2468' });
    await waitFor(() => expect(recallPage('secret')?.accessToken).toBe('link.1.seal'));
  });

  test('says when the PIN is wrong, and keeps what was typed', async () => {
    answers['/api/open/enter'] = json({ code: 'wrong-pin', message: 'PIN not recognised.' }, 401);
    openPin();
    const field = screen.getByLabelText<HTMLInputElement>('PIN');
    fireEvent.change(field, { target: { value: '1' } });
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('PIN not recognised.'));
    expect(field.value).toBe('1');
  });

  test('opens again without asking, also without a network', async () => {
    rememberPage(page());
    openPin();
    await screen.findByText('Your handouts');
    expect(asked.map(({ address }) => address)).toContain('/api/open/link.1.seal');
  });

  test.each([502, 503, 429])(
    'opens again when a server or proxy answers %d: that refuses nothing',
    async (status) => {
      rememberPage(page());
      answers['/api/open/link.1.seal'] = json({ code: 'busy', message: '' }, status);
      openPin();
      await screen.findByText('Your handouts');
      expect(recallPage('secret')?.accessToken).toBe('link.1.seal');
    },
  );

  test('asks again when the PIN was changed, and keeps its settings', async () => {
    rememberPage(page());
    localStorage.setItem(`aurelfield:settings:${linkIdOf('link.1.seal')}`, '{}');
    answers['/api/open/link.1.seal'] = json({ code: 'pin-needed', message: 'Type your PIN.' }, 401);
    openPin();
    await screen.findByLabelText('PIN');
    expect(recallPage('secret')).toBeUndefined();
    expect(Object.keys(localStorage)).toEqual([`aurelfield:settings:${linkIdOf('link.1.seal')}`]);
  });

  test('says that it has ended when it was withdrawn, and forgets what it kept', async () => {
    rememberPage(page());
    answers['/api/open/link.1.seal'] = json({ code: 'withdrawn', message: '' }, 410);
    openPin();
    await screen.findByText('This has ended');
    expect(recallPage('secret')).toBeUndefined();
  });
});

describe('a code', () => {
  const type = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const press = () => fireEvent.click(screen.getByRole('button', { name: 'Open' }));

  test('leads to the page’s own address', async () => {
    answers['/api/open/enter'] = json(page({ hasPin: false }));
    render(<App start={{ state: 'code' }} secret="" />);
    type('Code', 'AB2 cd3 ef');
    press();
    await waitFor(() => expect(went).toEqual(['/p/secret']));
    expect(recallByCode('ab2cd3ef')?.key).toBe('secret');
  });

  test('asks for a PIN only where its link has one', async () => {
    answers['/api/open/enter'] = json({ code: 'pin-needed', message: 'Type your PIN.' }, 401);
    render(<App start={{ state: 'code' }} secret="" />);
    expect(screen.queryByLabelText('PIN')).toBeNull();
    type('Code', 'ab2cd3ef');
    press();
    await screen.findByLabelText('PIN');
    answers['/api/open/enter'] = json(page());
    type('PIN', '2468');
    press();
    await waitFor(() => expect(went).toEqual(['/p/secret']));
  });

  test('that was opened here before works without a network', async () => {
    rememberPage(page(), 'ab2cd3ef');
    render(<App start={{ state: 'code' }} secret="" />);
    type('Code', 'AB2CD3EF');
    press();
    await waitFor(() => expect(went).toEqual(['/p/secret']));
    expect(asked).toEqual([]);
  });
});

test.each([
  ['unknown', 'This link isn’t working'],
  ['withdrawn', 'This has ended'],
  ['trouble', 'Not now'],
] as const)('%s is said in words', async (state, title) => {
  render(<App start={{ state }} secret="secret" />);
  await screen.findByText(title);
});
