import { blocksFromPhotos } from '@aurelfield/core/photo';
import { type Block } from '@aurelfield/core/text';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from 'vitest';
import { findPhotoOutline, readPhoto } from '../../packages/readers/src/photo/readPhoto.ts';
import { figure } from '../lib/figure.ts';
import { errorRates } from './errors.ts';

/**
 * Photos of a simulated camera that is not ours, of pages that are not ours (1200 × 1600 pixels; `npm run
 * bench:ocr` has the whole set).
 */
const folder = new URL('unseen/', import.meta.url);

describe.each([
  ['d6_poem_choice', 2],
  ['d4_maths', 3],
])('%s', (name, most) => {
  let blocks: readonly Block[] = [];
  beforeAll(async () => {
    const bytes = readFileSync(new URL(`${name}_lowres.jpg`, folder));
    const { corners, whole, outline } = await findPhotoOutline(name, bytes);
    const page = await readPhoto(name, bytes, { corners: corners ?? whole, outline, languages: ['eng'] });
    ({ blocks } = blocksFromPhotos([page], {
      isWord: (word) => Object.hasOwn(dictionary, word.toLowerCase()),
    }));
  });

  test(`is read with at most ${most} % of its characters wrong, order and all`, () => {
    const truth = readFileSync(new URL(`${name}.txt`, folder), 'utf8');
    const plain = (text: string) => text.replace(/_+/gu, ' ').replace(/\s+/gu, ' ');
    const { cer } = errorRates(plain(truth), plain(blocks.map(({ text }) => text).join('\n')));
    figure(`Characters read wrong, photograph ${name}`, `${cer.toFixed(2)} %`);
    expect(cer).toBeLessThan(most);
  });

  test('nothing is a table that is none', () => {
    expect(blocks.filter(({ type }) => type === 'table-row')).toEqual([]);
  });
});
