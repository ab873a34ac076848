import {
  smallFigures,
  withFigure,
  wordsOfHocr,
  type GreyPicture,
  type RecognisedWord,
  type SmallFigure,
} from '@aurelfield/core/photo';
import sharp from 'sharp';
import { READ_DPI } from './layFlat.ts';
import { imageOf } from './png.ts';
import { recognise } from './tesseract.ts';

/** Each figure is drawn this high, in a square of that size with as much room around. */
const HIGH = 44;
const CELL = HIGH * 2;
/** Figures that are looked at on a page at most. */
const AT_MOST = 24;
/**
 * Pixels around a figure that its blurred edges may have: it is read with the first, and once more with the
 * second.
 */
const EDGES = [2, 1] as const;
/** What is not read alike both times is as sure as this at most. */
const DOUBT = 50;

/**
 * Reads raised and lowered figures ("cm³", "CO₂") that were read as marks: all of a page as one row, by
 * themselves and large.
 */
export async function smallFiguresRead(
  page: GreyPicture,
  words: readonly RecognisedWord[],
): Promise<RecognisedWord[]> {
  const figures = smallFigures(page, words).slice(0, AT_MOST);
  const result = [...words];
  if (figures.length === 0) return result;
  const [first, second] = await Promise.all(EDGES.map((edge) => rowRead(page, figures, edge)));
  figures.forEach((figure, i) => {
    const word = result[figure.word];
    const sign = (first ?? second)?.[i];
    if (!word || sign === undefined) return;
    const isSure = first?.[i] === second?.[i];
    result[figure.word] = {
      ...word,
      text: withFigure(word.text, figure, sign),
      confidence: isSure ? word.confidence : Math.min(word.confidence, DOUBT),
    };
  });
  return result;
}

/**
 * The figures as one row; `undefined` where so many cannot be read: one that was not seen would give all
 * behind it to their neighbours.
 */
async function rowRead(
  page: GreyPicture,
  figures: readonly SmallFigure[],
  edge: number,
): Promise<string | undefined> {
  const pictures = await Promise.all(
    figures.map(async ({ x, y, width, height }, i) => ({
      input: await imageOf(page)
        .extract(
          inside(page, { x: x - edge, y: y - edge, width: width + 2 * edge, height: height + 2 * edge }),
        )
        .normalise()
        .resize({ height: HIGH, width: CELL - HIGH / 2, fit: 'inside' })
        .png()
        .toBuffer(),
      left: i * CELL + CELL / 4,
      top: CELL / 4,
    })),
  );
  const row = await sharp({
    create: { width: figures.length * CELL + CELL / 2, height: CELL, channels: 3, background: '#ffffff' },
  })
    .composite(pictures)
    .png()
    .toBuffer();
  const read = await recognise(row, {
    languages: ['eng'], dpi: READ_DPI, layout: 'word', signs: '0123456789',
  }); // prettier-ignore
  const signs = wordsOfHocr(read)
    .map(({ text }) => text)
    .join('');
  return signs.length === figures.length ? signs : undefined;
}

function inside(
  page: GreyPicture,
  { x, y, width, height }: Readonly<Record<'x' | 'y' | 'width' | 'height', number>>,
) {
  const [left, top] = [Math.max(0, x), Math.max(0, y)];
  return {
    left,
    top,
    width: Math.min(page.width, x + width) - left,
    height: Math.min(page.height, y + height) - top,
  };
}
