import {
  DEFAULT_ALLOWS,
  type ReadingSnapshot,
  type Opened,
  type OpenedItem,
} from '@aurelfield/api/pupilPage';
import { screen, waitFor } from '@testing-library/dom';
import { act } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { mount } from '../mount.tsx';
import { showFirstScreen } from './firstScreen.ts';

const item: OpenedItem = {
  id: 'h', package: 'p1', version: 1, title: 'Peat', seconds: 4, madeAt: '2026-12-01T10:00:00.000Z',
  bytes: { opus: 900, m4a: 900, mp3: 900 }, allows: DEFAULT_ALLOWS,
}; // prettier-ignore
const reading: ReadingSnapshot = {
  title: 'Peat', language: 'en-GB', direction: 'ltr', pace: 120, sampleRate: 1000,
  html: '<p><span class="s" id="s0"><span class="w" id="s0w0">Peat</span> <span class="w" id="s0w1">burns.</span></span></p><img src="{files}/a.png">',
  css: '.text{font-size:2rem}',
  sentences: [{ b: 0, n: 2000, p: 100, t: [0, 900, 1000, 2000] }],
  segments: [{ from: 0, to: 1, opus: 900, m4a: 900 }], sections: [],
}; // prettier-ignore
const opened = (items: OpenedItem[]): Opened => ({
  key: 'secret', accessToken: 'link.1.seal', hasPin: false, school: 'Wrenmoor School', language: 'en-GB', records: false, items,
}); // prettier-ignore
let root: HTMLElement;
let answer: () => Promise<Response>;

beforeEach(async () => {
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', true);
  vi.stubGlobal('Blob', (await new Response('').blob()).constructor);
  root = document.body.appendChild(document.createElement('div'));
  answer = () => Promise.resolve(Response.json(reading));
  // The sound never comes: a failure would be retried, and the retries would reach the next test file.
  vi.stubGlobal('fetch', (address: string) =>
    address.endsWith('page.json') ? answer() : new Promise<Response>(() => undefined),
  );
});
afterEach(() => {
  document.body.replaceChildren();
  vi.unstubAllGlobals();
});

describe('the first screen', () => {
  test('shows the text and a button that plays', async () => {
    await showFirstScreen(root, opened([item]));
    expect(screen.getByText('Peat').id).toBe('s0w0');
    expect(root.querySelector('img')?.getAttribute('src')).toBe('/api/open/link.1.seal/files/p1/a.png');
    expect(document.title).toBe('Peat');
    screen.getByRole('button', { name: 'Play' }).click();
    // The sound does not come in this test: it is waited for.
    await waitFor(() => expect(screen.getByRole('button', { name: 'Pause' })).toBeTruthy());
  });

  test.each([
    ['several readings', () => [item, { ...item, id: 'i' }], undefined],
    ['none', () => [], undefined],
    ['a reading out of reach', () => [item], () => Promise.reject(new TypeError('Failed to fetch'))],
  ])('is left to the whole page for %s', async (_name, items, failing) => {
    if (failing) answer = failing;
    expect(await showFirstScreen(root, opened(items()))).toBeUndefined();
    expect(root.childElementCount).toBe(0);
  });

  test('gives way to the whole page: the same player, and the focus where it was', async () => {
    const page = opened([item]);
    const first = await showFirstScreen(root, page);
    screen.getByRole('button', { name: 'Play' }).focus();
    act(() => mount(root, { start: { state: 'open', opened: page }, secret: 'secret' }, first));
    expect(screen.getAllByText('burns.')).toHaveLength(1);
    expect(screen.getByRole('button', { name: 'Next' })).toBeTruthy();
    expect(document.activeElement?.textContent).toBe('Play');
    first?.playing.player.toggle();
    await waitFor(() => expect(screen.getByRole('button', { name: 'Pause' })).toBeTruthy());
  });
});
