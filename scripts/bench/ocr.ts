import {
  blocksFromPhotos,
  FLAT,
  flattened,
  resampled,
  shapeOf,
  toPhoto,
  warpOf,
  wordsOfHocr,
  type GreyPicture,
  type Point,
  type Quad,
  type RecognisedPage,
} from '@aurelfield/core/photo';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { decodePhoto } from '../../packages/readers/src/photo/decodePhoto.ts';
import { pngOf } from '../../packages/readers/src/photo/png.ts';
import { findPhotoOutline, readPhoto } from '../../packages/readers/src/photo/readPhoto.ts';
import { recognise } from '../../packages/readers/src/photo/tesseract.ts';
import { cornersOf, photograph, randomFrom, shotOf, type Level } from '../photobench/camera.ts';
import { errorRates } from '../photobench/errors.ts';
import { benchPages } from '../photobench/pages.ts';
import { renderPages } from '../photobench/render.ts';
import { ROOT } from '../lib/prepare.mjs';
import { scorePhotoSet } from './photoSet.ts';
import path from 'node:path';

/**
 * How well photographed pages are read: six made-up pages, each photographed mildly, typically and hard by
 * our own camera, read at several stages of the cleaning. Character and word error rates in percent. Then a
 * set of photos from a camera that is not ours, if it is there (the folder AURELFIELD_PHOTOS, or
 * ../shared/photos). The seed is another one than those the cleaning was tuned with; give one to try others:
 * `npm run bench:ocr
 * -- 7`.
 */
const SEED = Number(process.argv[2] ?? 20_261);
const LEVELS: readonly Level[] = ['mild', 'typical', 'hard'];
const LONGER_SIDE = 2339;
const isWord = (word: string) => Object.hasOwn(dictionary, word.toLowerCase());

type Stage = (photo: Buffer) => Promise<RecognisedPage>;

/** What Tesseract makes of a picture, without any cleaning of ours before it. */
async function bare(picture: GreyPicture): Promise<RecognisedPage> {
  const words = wordsOfHocr(await recognise(await pngOf(picture), { languages: ['eng'], dpi: 200 }));
  return { width: picture.width, height: picture.height, words, lines: [], dotted: [] };
}

async function cropped(photo: Buffer, isBent: boolean): Promise<GreyPicture> {
  const decoded = await decodePhoto('photo', photo);
  const { corners, outline } = await findPhotoOutline('photo', photo);
  const grey = await decoded.grey();
  if (!corners) return grey;
  const scaled = ({ x, y }: Point) => ({ x: x * decoded.width, y: y * decoded.height });
  const quad = corners.map(scaled) as unknown as Quad;
  const warp = isBent ? warpOf(quad, outline.map(scaled)) : { corners: quad, bend: FLAT };
  const size = { width: Math.round(LONGER_SIDE * shapeOf(warp)), height: LONGER_SIDE };
  return resampled(grey, size, toPhoto(warp));
}

const STAGES: readonly (readonly [string, Stage])[] = [
  ['raw photo', async (photo) => bare(await (await decodePhoto('photo', photo)).grey())],
  ['+ crop and perspective', async (photo) => bare(await cropped(photo, false))],
  ['+ light', async (photo) => bare(flattened(await cropped(photo, false)))],
  ['+ bend of the page', async (photo) => bare(flattened(await cropped(photo, true)))],
  [
    'all (+ lines, dots, second look)',
    async (photo) => {
      const { corners, outline } = await findPhotoOutline('photo', photo);
      return readPhoto('photo', photo, { corners, outline, languages: ['eng'] });
    },
  ],
];

const pages = benchPages();
const pictures = await renderPages(pages.map(({ html }) => html));
const sums = new Map<string, { cer: number[]; wer: number[] }>();
const seconds: number[] = [];
const engine: number[] = [];
const offCorner: number[] = [];
let found = 0;
let doubtful = { flagged: 0, words: 0 };
for (const [i, page] of pages.entries())
  for (const level of LEVELS) {
    const random = randomFrom(SEED + i * 31 + LEVELS.indexOf(level) * 1009);
    const picture = pictures[i] ?? Buffer.alloc(0);
    const shot = shotOf(level, random);
    const photo = await photograph(picture, shot, random);
    const { corners } = await findPhotoOutline('photo', photo);
    if (corners) {
      found += 1;
      const { width, height } = await imageSize(picture);
      cornersOf(height / width, shot).forEach((corner, n) => {
        const own = corners[n] ?? { x: 0, y: 0 };
        offCorner.push(Math.hypot(own.x - corner.x, own.y - corner.y));
      });
    }
    for (const [stage, read] of STAGES) {
      const since = performance.now();
      const result = await read(photo);
      if (read === STAGES.at(-1)?.[1]) {
        seconds.push((performance.now() - since) / 1000);
        doubtful = {
          flagged: doubtful.flagged + result.words.filter(({ confidence }) => confidence < 80).length,
          words: doubtful.words + result.words.length,
        };
      }
      if (stage === '+ light') engine.push((performance.now() - since) / 1000);
      const { blocks } = blocksFromPhotos([result], { isWord });
      const { cer, wer } = errorRates(page.truth, blocks.map(({ text }) => text).join('\n'));
      const key = `${stage}|${level}`;
      const row = sums.get(key) ?? { cer: [], wer: [] };
      row.cer.push(cer);
      row.wer.push(wer);
      sums.set(key, row);
      if (read === STAGES.at(-1)?.[1])
        console.log(`${page.name}, ${level}: ${cer.toFixed(2)} / ${wer.toFixed(2)}`);
    }
  }

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
console.log(`\nCER / WER in %, mean of ${pages.length} pages, seed ${SEED}`);
console.log(['stage'.padEnd(34), ...LEVELS.map((level) => level.padStart(14))].join(''));
for (const [stage] of STAGES)
  console.log(
    [
      stage.padEnd(34),
      ...LEVELS.map((level) => {
        const { cer, wer } = sums.get(`${stage}|${level}`) ?? { cer: [], wer: [] };
        return `${mean(cer).toFixed(2)} / ${mean(wer).toFixed(2)}`.padStart(14);
      }),
    ].join(''),
  );
const worst = Math.max(...(sums.get(`${STAGES.at(-1)?.[0]}|typical`)?.cer ?? []));
console.log(`worst typical page: ${worst.toFixed(2)} % of characters`);
console.log(
  `outline found on ${found} of ${pages.length * LEVELS.length} photos, corners off by ${(mean(offCorner) * 100).toFixed(2)} % of the photo on average, ${(Math.max(...offCorner) * 100).toFixed(2)} % at most`,
);
console.log(`flagged as doubtful: ${((100 * doubtful.flagged) / doubtful.words).toFixed(1)} % of the words`);
console.log(
  `a page takes ${mean(seconds).toFixed(1)} s, ${(mean(seconds) / mean(engine)).toFixed(2)} × crop, light and the bare engine in the same run`,
);

async function imageSize(png: Buffer): Promise<{ width: number; height: number }> {
  const { default: sharp } = await import('sharp');
  const { width, height } = await sharp(png).metadata();
  return { width, height };
}
await scorePhotoSet(process.env.AURELFIELD_PHOTOS ?? path.join(ROOT, '../shared/photos'));
