import { expect, test } from 'vitest';
import { fadeEdges, lastLoud } from './edges.ts';
import { wavHeader } from './wav.ts';

test('a WAV header says what follows', () => {
  const view = new DataView(wavHeader(22_050, 1000).buffer);
  const ascii = (at: number) => String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));
  expect([ascii(0), ascii(8), ascii(12), ascii(36)]).toEqual(['RIFF', 'WAVE', 'fmt ', 'data']);
  expect(view.getUint32(4, true)).toBe(36 + 2000);
  expect(view.getUint32(24, true)).toBe(22_050);
  expect(view.getUint32(28, true)).toBe(44_100);
  expect(view.getUint32(40, true)).toBe(2000);
});

test('a length that 32 bits cannot hold is written as the largest', () => {
  expect(new DataView(wavHeader(22_050, 3_000_000_000).buffer).getUint32(40, true)).toBe(0xffff_ffff);
});

test('fades touch only the edges', () => {
  const pcm = new Int16Array(10).fill(1000);
  fadeEdges(pcm, 2);
  expect([...pcm]).toEqual([0, 500, 1000, 1000, 1000, 1000, 1000, 1000, 500, 0]);
});

test('lastLoud finds where sound dies away', () => {
  const pcm = Int16Array.from([0, 500, -500, 10, 0, 0]);
  expect(lastLoud(pcm, 0, 6, 60)).toBe(3);
  expect(lastLoud(pcm, 3, 6, 60)).toBe(3);
});
