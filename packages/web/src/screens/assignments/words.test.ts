import type { Assignment } from '@aurelfield/api';
import { DEFAULT_ALLOWS } from '@aurelfield/api';
import jsQR from 'jsqr';
import { describe, expect, test } from 'vitest';
import { qrPath } from './qrPath.ts';
import { addressOf, formatCode, formatAssignment } from './words.ts';

/** Draws a code as a camera sees it: each module some pixels. */
function drawn({ size, path }: { readonly size: number; readonly path: string }) {
  const scale = 4;
  const side = size * scale;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const [, x, y] of path.matchAll(/M(\d+) (\d+)h1v1h-1z/gu))
    for (let dy = 0; dy < scale; dy++)
      for (let dx = 0; dx < scale; dx++) {
        const at = ((Number(y) * scale + dy) * side + Number(x) * scale + dx) * 4;
        pixels.fill(0, at, at + 3);
      }
  return { pixels, side };
}

describe('QR codes', () => {
  test.each([
    'https://listen.wrenmoor.example/p/fSt_t-hIg5zfUblBqzzcFOwt3bOWFr0f',
    'http://127.0.0.1:4680/p/x',
    `https://example.org/${'a'.repeat(200)}`,
  ])('%s is read back by another program (jsQR)', (text) => {
    const { pixels, side } = drawn(qrPath(text));
    expect(jsQR(pixels, side, side)?.data).toBe(text);
  });

  test('have four light modules around them', () => {
    const { size, path } = qrPath('x');
    const places = [...path.matchAll(/M(\d+) (\d+)/gu)].flatMap(([, x, y]) => [Number(x), Number(y)]);
    expect([Math.min(...places), Math.max(...places)]).toEqual([4, size - 5]);
  });
});

describe('words', () => {
  const out: Assignment = {
    id: 'x', handoutId: 'h', pupilId: 'p', pupil: 'Ines', title: 'Peat', version: 1, madeAt: '2026-11-28T08:00:00Z', seconds: 60, bytes: 1000,
    state: 'out', done: 1, error: null, newer: [], allows: DEFAULT_ALLOWS, firstDay: null, lastDay: null,
  }; // prettier-ignore
  test.each<[Partial<Assignment>, string]>([
    [{}, 'Given 28 Nov 2026'],
    [{ version: 3, lastDay: '2026-12-04' }, 'Given 28 Nov 2026, version 3, until 4 Dec 2026'],
    [{ newer: ['text', 'profile'] }, 'Given 28 Nov 2026. Out of date: the text was changed and the pupil’s profile was changed'],
    [{ state: 'making', version: 0, done: 0.42 }, 'Preparing: 42 %'],
    [{ state: 'making', done: 0.5 }, 'Preparing a new version: 50 %'],
    [{ state: 'failed', version: 0, error: 'No voice here speaks it.' }, 'Not given: No voice here speaks it.'],
    [{ state: 'failed', error: null }, 'The earlier version is given: it could not be prepared'],
    [{ state: 'not-yet', firstDay: '2026-12-01' }, 'Opens on 1 Dec 2026'],
    [{ state: 'over', lastDay: '2026-11-01' }, 'Ended on 1 Nov 2026'],
  ])('%j', (change, words) => expect(formatAssignment({ ...out, ...change })).toBe(words)); // prettier-ignore

  test('a code is told in two halves, and a link is an address', () => {
    expect(formatCode('yn9afe25')).toBe('yn9a fe25');
    expect(addressOf({ secret: 'abc' }, 'https://x.example')).toBe('https://x.example/p/abc');
  });
});
