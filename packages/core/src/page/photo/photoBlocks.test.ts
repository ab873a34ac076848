import { describe, expect, test } from 'vitest';
import { wordsOfHocr, type RecognisedWord } from './hocr.ts';
import { matchPhotoWords } from './matchWords.ts';
import { blocksFromPhotos, type RecognisedPage } from './photoBlocks.ts';
import type { RuledLine } from './ruledLines.ts';

describe('hOCR', () => {
  // In the form that version 1.2 of the format describes (from memory), as Debian's tesseract 5.3 writes it.
  const HOCR = `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0 Transitional//EN" "http://www.w3.org/TR/xhtml1/DTD/xhtml1-transitional.dtd">
<html xmlns="http://www.w3.org/1999/xhtml"><head><title></title></head><body>
<div class='ocr_page' id='page_1' title='image "stdin"; bbox 0 0 1654 2339; ppageno 0'>
 <div class='ocr_carea' title="bbox 160 88 900 140"><p class='ocr_par' lang='eng' title="bbox 160 88 900 140">
  <span class='ocr_line' title="bbox 160 88 900 140; baseline 0.01 -8; x_size 40; x_descenders 8; x_ascenders 10">
   <span class='ocrx_word' title='bbox 160 88 300 132; x_wconf 96'>Tom&#39;s</span>
   <span class='ocrx_word' title='bbox 320 90 400 140; x_wconf 41'>&lt;bog&gt; &amp;</span>
  </span>
  <span class='ocr_header' title="bbox 160 200 900 240; x_size 30">
   <span class='ocrx_word' title='bbox 160 200 300 232; x_wconf 90'><strong>Peat</strong></span>
   <span class='ocrx_word' title='bbox 310 200 320 232; x_wconf 10'> </span>
  </span></p></div>
 <div class='ocr_separator' title="bbox 1 2 3 4"></div></div></body></html>`;
  test('gives words with boxes, confidence, line, baseline and size', () => {
    expect(wordsOfHocr(HOCR)).toEqual([
      { text: "Tom's", x: 160, y: 88, width: 140, height: 44, confidence: 96, line: 0, baseline: 132.7, size: 40 },
      { text: '<bog> &', x: 320, y: 90, width: 80, height: 50, confidence: 41, line: 0, baseline: 134, size: 40 },
      { text: 'Peat', x: 160, y: 200, width: 140, height: 32, confidence: 90, line: 1, baseline: 240, size: 30 },
    ]); // prettier-ignore
  });
  test('of an empty page gives none', () => expect(wordsOfHocr('<html><body></body></html>')).toEqual([]));
});

let lineNumber = 0;
/** A printed line at a place: words as wide as their letters. */
const line = (text: string, x: number, y: number, size = 32, confidence = 95): RecognisedWord[] => {
  const number = lineNumber++;
  let left = x;
  return text.split(' ').map((word) => {
    const tall = /[bdfhkl\p{Lu}\d]/u.test(word) ? 0.71 : /[tij]/u.test(word) ? 0.65 : 0.5;
    const deep = /[gjpqy,;()[\]]/u.test(word) ? 0.21 : 0;
    const width = word.length * size * 0.5;
    const made = { text: word, x: left, y: y - tall * size, width, height: (tall + deep) * size, confidence, line: number, baseline: y, size }; // prettier-ignore
    left += width + size * 0.28;
    return made;
  });
};
const page = (words: readonly RecognisedWord[], lines: readonly RuledLine[] = [], dotted: readonly number[] = []): RecognisedPage =>
  ({ width: 1654, height: 2339, words, lines, dotted }); // prettier-ignore
/** What hyphens and joined words are judged by. */
const NO_WORDS = new Set(['wellknown', 'ofroses', 'ofa', 'eggsq', '2eggs', 'raper']);
const made = (...pages: RecognisedPage[]) =>
  blocksFromPhotos(pages, { isWord: (word) => !NO_WORDS.has(word) });
const outline = (...pages: RecognisedPage[]) =>
  made(...pages).blocks.map(
    ({ type, level, text }) => `${type}${level ?? ''}: ${text.replaceAll('\t', ' | ')}`,
  );

describe('a recognised page', () => {
  const BODY = [
    'The tide comes in twice a day and covers the marsh to',
    'the foot of the wall, and nobody can walk there then.',
  ];
  const body = (y: number) => BODY.flatMap((text, i) => line(text, 160, y + i * 48));

  test('is headings by size, and paragraphs of whole lines', () => {
    expect(outline(page([...line('The salt marsh', 160, 200, 54), ...body(320), ...body(500)]))).toEqual([
      'heading1: The salt marsh',
      `paragraph: ${BODY.join(' ')}`,
      `paragraph: ${BODY.join(' ')}`,
    ]);
  });

  test('has its hyphens mended, but not those of a word', () => {
    const words = [...line('Nobody had the patience to take the measure-', 160, 300), ...line('ment again, although the way was well-', 160, 348), ...line('known to all who had come to the marsh that day.', 160, 396)]; // prettier-ignore
    expect(made(page(words)).blocks[0]?.text).toBe(
      'Nobody had the patience to take the measurement again, although the way was well-known to all who had come to the marsh that day.',
    );
  });

  test.each(['«', '•', '*', '¢'])('has the list items that begin with %s', (mark) => {
    const item = (text: string, y: number) => {
      const words = line(`${mark} ${text}`, 170, y);
      return words.map((word, i) => (i === 0 ? { ...word, confidence: 30 } : { ...word, x: word.x + 20 }));
    };
    const words = [...body(200), ...item('a tray of damp sand', 320), ...item('a jug of water', 380)];
    expect(outline(page(words)).slice(1)).toEqual([
      'list-item: a tray of damp sand',
      'list-item: a jug of water',
    ]);
  });

  test('has the list items whose dots were seen but not recognised', () => {
    const items = [line('a tray of damp sand', 208, 320), line('a jug of water', 208, 380)];
    const dotted = items.map((words) => words[0]?.line ?? -1);
    expect(outline(page([...body(200), ...items.flat()], [], dotted)).slice(1)).toEqual([
      'list-item: a tray of damp sand',
      'list-item: a jug of water',
    ]);
  });

  test('is rid of specks, a small head at the edge and its page number, which are told', () => {
    const speck = { ...line('~', 40, 900)[0], confidence: 12 } as RecognisedWord;
    const { blocks, cleanUps } = made(
      page([
        ...line('Wrenmoor School', 160, 90, 23),
        ...body(320),
        ...body(500),
        speck,
        ...line('14', 814, 2250, 24),
      ]),
    );
    expect(blocks.map(({ text }) => text)).toEqual([BODY.join(' '), BODY.join(' ')]);
    expect(cleanUps.map(({ rule, before }) => `${rule}: ${before}`)).toEqual([
      'specks taken out: ~',
      'running head taken out: Wrenmoor School',
      'page number taken out: 14',
    ]);
  });

  test('has tables, row by row with their heads', () => {
    const row = (cells: string[], y: number) => {
      const words = cells.flatMap((cell, i) => line(cell, 160 + i * 400, y));
      const number = words[0]?.line ?? 0;
      return words.map((word) => ({ ...word, line: number }));
    };
    const words = [...body(200), ...row(['Place', 'Depth', 'Age'], 400), ...row(['North', '2 m', '900'], 460), ...row(['South', '4 m', '700'], 520)]; // prettier-ignore
    expect(outline(page(words)).slice(1)).toEqual([
      'table-row: Place | Depth | Age',
      'table-row: North | 2 m | 900',
      'table-row: South | 4 m | 700',
    ]);
  });

  test('has blanks where something is to be written, but no underlining and no lines of tables', () => {
    const words = line('The answer is', 160, 400);
    const end = Math.max(...words.map(({ x, width }) => x + width));
    const rule = (x: number, y: number, length: number, isLevel = true): RuledLine => ({
      isLevel,
      x,
      y,
      length,
    });
    expect(outline(page(words, [rule(end + 12, 402, 300)]))).toEqual(['paragraph: The answer is ____']);
    expect(outline(page(words, [rule(160, 404, end - 160)]))).toEqual(['paragraph: The answer is']);
    const grid = [rule(end + 12, 402, 300), rule(end + 14, 360, 100, false)];
    expect(outline(page(words, grid))).toEqual(['paragraph: The answer is']);
  });

  test('goes on over the page, and its words come in reading order with their places', () => {
    const columns = [
      ...line('left one side of it all and', 160, 300), ...line('left two side of it all and', 160, 348),
      ...line('right one side of it all', 900, 302), ...line('right two side of it all.', 900, 350),
    ]; // prettier-ignore
    const { words, blocks } = made(page(columns), page(body(300)));
    expect(words.map(({ text }) => text).join(' ')).toBe(
      `left one side of it all and left two side of it all and right one side of it all right two side of it all. ${BODY.join(' ')}`,
    );
    expect(blocks.map(({ text }) => text).join(' ')).toBe(words.map(({ text }) => text).join(' '));
    expect(words[0]).toMatchObject({ page: 0, x: 160 / 1654, confidence: 95 });
    expect(words.at(-1)?.page).toBe(1);
  });

  test('without words is nothing', () => expect(made(page([]))).toMatchObject({ blocks: [], words: [] }));
});

describe('words of a photo in a text that was changed', () => {
  const words = 'The rnoss is a forest in small .'.split(' ');
  const found = (...texts: string[]) =>
    matchPhotoWords(words, texts.map((text) => ({ text }))).map((place) =>
      place ? `${place.block}:${texts[place.block]?.slice(place.start, place.end)}${place.isAsRead ? '' : '!'}` : '-',
    ); // prettier-ignore
  test.each<[string, string[], string]>([
    ['the same', ['The rnoss is a forest in small .'], '0:The 0:rnoss 0:is 0:a 0:forest 0:in 0:small 0:.'],
    ['one put right', ['The moss is a forest in small .'], '0:The 0:moss! 0:is 0:a 0:forest 0:in 0:small 0:.'],
    ['one taken out', ['The is a forest in small .'], '0:The - 0:is 0:a 0:forest 0:in 0:small 0:.'],
    ['some put in', ['Look! The rnoss is quite a forest in small .'], '0:The 0:rnoss 0:is 0:a 0:forest 0:in 0:small 0:.'],
    ['two joined', ['The rnoss is a forest insmall .'], '0:The 0:rnoss 0:is 0:a 0:forest 0:insmall! 0:insmall! 0:.'],
    ['parted in blocks', ['The rnoss', 'is a forest', 'in small .'], '0:The 0:rnoss 1:is 1:a 1:forest 2:in 2:small 2:.'],
    ['nothing left', [], '- - - - - - - -'],
  ])('%s', (_what, texts, expected) => {
    expect(found(...texts).join(' ')).toBe(expected);
  }); // prettier-ignore
});
