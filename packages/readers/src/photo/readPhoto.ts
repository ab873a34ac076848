import {
  unreadRegions,
  secondLanguageOf,
  largestMove,
  lostInLines,
  textBend,
  isPage,
  linesOfWords,
  listDots,
  splitLines,
  shapeOf,
  strokesOf,
  warpOf,
  withLanguage,
  wordsOfHocr,
  FLAT,
  UNIT_SQUARE,
  type Bend,
  type Box,
  type GreyPicture,
  type PageWarp,
  type Point,
  type Quad,
  type RecognisedPage,
  type RecognisedWord,
} from '@aurelfield/core/photo';
import sharp from 'sharp';
import { ReaderError } from '../readerError.ts';
import { decodePhoto, type Photo } from './decodePhoto.ts';
import { flattenPage, READ_DPI } from './layFlat.ts';
import { readUnreadRegions, lookedAtAgain, readLostWords } from './secondLook.ts';
import { imageOf, pngOf } from './png.ts';
import { smallFiguresRead } from './smallFigures.ts';
import { recognisableLanguages, recognise } from './tesseract.ts';
import { uprightTurns } from './uprightTurns.ts';

/** A photo as it was looked at. Places are shares of its width and height. */
export interface PhotoOutline {
  readonly width: number;
  readonly height: number;
  /** A JPEG for screens. */
  readonly shown: Uint8Array;
  /** The first is the page's own top left, whichever way up it lies. Nothing when no page was found. */
  readonly corners: Quad | undefined;
  /** The whole photo, the first corner being the top left of what is written on it. */
  readonly whole: Quad;
  readonly outline: readonly Point[];
}

/** How a page of a photo is to be read. */
export interface PageChoice {
  /**
   * Corners of the page, in shares of the photo: the first is the page's top left, so they also say which way
   * is up. The whole photo by default.
   */
  readonly corners?: Quad | undefined;
  /** The outline that was found with the photo; bends the edges between corners that lie on it. */
  readonly outline?: readonly Point[] | undefined;
  readonly languages: readonly string[];
}

/** A page that was read. */
export interface ReadPage extends RecognisedPage {
  /** The flat page, a JPEG. */
  readonly flat: Uint8Array;
  /** Where the page lies, in shares of the photo. */
  readonly warp: PageWarp;
  /** Regions with ink in which no word was found. */
  readonly unreadRegions: readonly Box[];
}

/** Lines of text that leave the level by this many pixels are flattened by themselves, and read again. */
const LEVEL = 5;

/** Decodes a photo and looks for the page in it. */
export async function findPhotoOutline(name: string, bytes: Uint8Array): Promise<PhotoOutline> {
  const photo = await decodePhoto(name, bytes);
  // The library that finds outlines is large: it is loaded for photos only.
  const { findOutline } = await import('./findOutline.ts');
  const found = await findOutline(await photo.small());
  const { width, height, shown } = photo;
  const warp = warpIn(photo, found?.corners ?? UNIT_SQUARE, found?.outline ?? []);
  const turns = await uprightTurns(await photo.grey(), warp, shapeOf(warp));
  return {
    width,
    height,
    shown,
    corners: found && turned(found.corners, turns),
    whole: turned(UNIT_SQUARE, turns),
    outline: found?.outline ?? [],
  };
}

/** Corners of a page that is turned clockwise by so many quarters to stand upright. */
function turned(corners: Quad, quarters: number): Quad {
  return corners.map((_, i) => corners[(i + 4 - quarters) % 4]) as unknown as Quad;
}

/**
 * Reads a page of a photo: lays it flat, cleans it, recognises its words.
 * @throws ReaderError when the corners make no page, or nothing can be recognised.
 */
export async function readPhoto(
  name: string,
  bytes: Uint8Array,
  { corners = UNIT_SQUARE, outline = [], languages }: PageChoice,
): Promise<ReadPage> {
  const photo = await decodePhoto(name, bytes);
  const grey = await photo.grey();
  const byOutline = warpIn(photo, corners, outline);
  const read = async (warp: PageWarp) => {
    const page = flattenPage(grey, warp);
    return {
      warp,
      ...page,
      found: wordsOfHocr(await recognise(await pngOf(page.unruled), { languages, dpi: READ_DPI })),
    };
  };
  const first = await read(byOutline);
  const text = textBend(first.unruled, first.found);
  const isLevel = text === undefined || largestMove(text, first.unruled, first.found) < LEVEL;
  const { warp, picture, unruled, lines, checkboxes, found } = isLevel
    ? first
    : await read({ ...byOutline, text });
  const again = await lookedAtAgain(unruled, found, languages);
  const secondLanguage = await otherLanguage(again, languages);
  const bilingual = secondLanguage === undefined ? again : await alsoIn(secondLanguage, unruled, again);
  const chosen = secondLanguage === undefined ? languages : [secondLanguage, ENGLISH];
  const whole = await readLostWords(unruled, await readUnreadRegions(unruled, bilingual, chosen), chosen);
  const split = splitLines(await smallFiguresRead(unruled, whole));
  const strokes = strokesOf(unruled, split);
  const words = split.map((word, i) => ({ ...word, stroke: strokes[i] ?? 0 }));
  return {
    width: picture.width,
    height: picture.height,
    words,
    lines,
    checkboxes,
    dotted: listDots(unruled, words),
    unreadRegions: [...unreadRegions(unruled, words), ...lostInLines(unruled, words)],
    flat: await imageOf(picture).jpeg({ quality: 70 }).toBuffer(),
    warp: { corners, bend: warp.bend, ...(warp.text ? { text: warp.text } : {}) },
  };
}

const ENGLISH = 'eng';

/**
 * The language that seems to stand beside English on a page, where it was read as English and the other can
 * be recognised.
 */
async function otherLanguage(
  words: readonly RecognisedWord[],
  languages: readonly string[],
): Promise<string | undefined> {
  const secondLanguage = languages.join() === ENGLISH ? secondLanguageOf(words) : undefined;
  return secondLanguage !== undefined && (await recognisableLanguages()).includes(secondLanguage)
    ? secondLanguage
    : undefined;
}

/** The words of a page that was read as English, with those of another language read in that. */
async function alsoIn(
  secondLanguage: string,
  page: GreyPicture,
  words: readonly RecognisedWord[],
): Promise<RecognisedWord[]> {
  const both = await recognise(await pngOf(page), { languages: [secondLanguage, ENGLISH], dpi: READ_DPI });
  const { dictionary } = await import('cmu-pronouncing-dictionary');
  return withLanguage(words, wordsOfHocr(both), (word) => Object.hasOwn(dictionary, word));
}

/** The warp in pixels of the photo. */
function warpIn(
  { width, height }: Pick<Photo, 'width' | 'height'>,
  corners: Quad,
  outline: readonly Point[],
) {
  const scaled = (point: Point) => ({ x: point.x * width, y: point.y * height });
  const quad = corners.map(scaled) as unknown as Quad;
  if (!isPage(quad))
    throw new ReaderError(
      'corners',
      'The four corners do not make a page. Drag each to its own corner of the page.',
    );
  const bend: Bend = outline.length > 0 ? warpOf(quad, outline.map(scaled)).bend : FLAT;
  return { corners: quad, bend };
}

/**
 * A part of a flat page, read alone. Its box is in shares of the page.
 * @returns the words in the order of the recogniser.
 */
export async function readRegion(flat: Uint8Array, box: Box, languages: readonly string[]): Promise<string> {
  const { width, height } = await sharp(flat).metadata();
  const left = Math.min(width - 2, Math.max(0, Math.floor(box.x * width)));
  const top = Math.min(height - 2, Math.max(0, Math.floor(box.y * height)));
  const part = await sharp(flat)
    .extract({
      left,
      top,
      width: Math.max(2, Math.min(width - left, Math.round(box.width * width))),
      height: Math.max(2, Math.min(height - top, Math.round(box.height * height))),
    })
    // Recognisers want some paper around the letters.
    .extend({ top: 20, bottom: 20, left: 20, right: 20, background: '#ffffff' })
    .png()
    .toBuffer();
  const words = wordsOfHocr(await recognise(part, { languages, dpi: READ_DPI, layout: 'block' }));
  return linesOfWords(words)
    .map((line) => line.map(({ text }) => text).join(' '))
    .join(' ');
}
