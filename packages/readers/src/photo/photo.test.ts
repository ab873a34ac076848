import { blocksFromPhotos, type Quad } from '@aurelfield/core/photo';
import { readFileSync } from 'node:fs';
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { ReadResults } from '../readJob.ts';
import { ReaderPool } from '../readerPool.ts';
import { decodePhoto } from './decodePhoto.ts';
import { findOutline } from './findOutline.ts';
import { flattenPage } from './layFlat.ts';
import { findPhotoOutline, readPhoto, readRegion } from './readPhoto.ts';
import { pagesOfScan } from './scannedPdf.ts';
import { recognisableLanguages } from './tesseract.ts';

const MOSS = readFileSync(new URL('../../../server/demo/photos/moss.jpg', import.meta.url));
/** The same page with a third of the words: read in less time, where it does not matter how much there is. */
const SHORT = readFileSync(new URL('../../fixtures/photos/mossShort.jpg', import.meta.url));
const OPENING =
  'Most people walk past moss without a look. Yet the green cushion on a wall is a forest in small: thousands of stems stand side by side, each no thicker than a thread, and between them live creatures that nobody sees.';

/** A PDF of one page that is a picture, written by hand after ISO 32000. */
function scannedPdf(jpeg: Uint8Array, width: number, height: number): Uint8Array {
  const content = 'q 595 0 0 842 0 0 cm /P Do Q';
  const parts: (string | Uint8Array)[] = ['%PDF-1.4\n'];
  const offsets: number[] = [];
  let length = parts[0]?.length ?? 0;
  const put = (...pieces: (string | Uint8Array)[]) => {
    for (const piece of pieces) {
      parts.push(piece);
      length += piece.length;
    }
  };
  const object = (...pieces: (string | Uint8Array)[]) => {
    offsets.push(length);
    put(`${offsets.length} 0 obj\n`, ...pieces, '\nendobj\n');
  };
  object('<</Type/Catalog/Pages 2 0 R>>');
  object('<</Type/Pages/Kids[3 0 R]/Count 1>>');
  object(
    '<</Type/Page/Parent 2 0 R/MediaBox[0 0 595 842]/Resources<</XObject<</P 4 0 R>>>>/Contents 5 0 R>>',
  );
  object(
    `<</Type/XObject/Subtype/Image/Width ${width}/Height ${height}/ColorSpace/DeviceRGB/BitsPerComponent 8/Filter/DCTDecode/Length ${jpeg.length}>>\nstream\n`,
    jpeg,
    '\nendstream',
  );
  object(`<</Length ${content.length}>>\nstream\n${content}\nendstream`);
  const start = length;
  put(
    `xref\n0 ${offsets.length + 1}\n0000000000 65535 f \n`,
    ...offsets.map((offset) => `${String(offset).padStart(10, '0')} 00000 n \n`),
    `trailer<</Size ${offsets.length + 1}/Root 1 0 R>>\nstartxref\n${start}\n%%EOF`,
  );
  return Buffer.concat(parts.map((part) => Buffer.from(part as string)));
}

let photoOutline: ReadResults['outline'];
let page: ReadResults['photo'];
beforeAll(async () => {
  photoOutline = await findPhotoOutline('moss.jpg', MOSS);
  page = await readPhoto('moss.jpg', MOSS, {
    corners: photoOutline.corners,
    outline: photoOutline.outline,
    languages: ['eng'],
  });
});
/** Words on these pages by which runs of letters are split. */
const WORDS = new Set(['lay', 'dish', 'forests']);
const textOf = (pages: readonly ReadResults['photo'][]) =>
  blocksFromPhotos(pages, { isWord: (word) => WORDS.has(word) }).blocks.map(
    ({ type, level, text }) => `${type}${level ?? ''}: ${text}`,
  );

describe('the demo’s photographed page', () => {
  test('is found: its corners are those the camera put there', () => {
    // By the camera that took it: scripts/photobench/demoPhoto.ts and cornersOf.
    const expected: Quad = [
      { x: 0.051, y: 0.0601 }, { x: 0.9446, y: 0.04 }, { x: 0.949, y: 0.9213 }, { x: 0.1501, y: 0.96 },
    ]; // prettier-ignore
    photoOutline.corners?.forEach(({ x, y }, i) => {
      expect(Math.hypot(x - (expected[i]?.x ?? 0), y - (expected[i]?.y ?? 0))).toBeLessThan(0.012);
    });
    expect(photoOutline.corners).toHaveLength(4);
  });

  test('is read: headings, paragraphs, list, caption; without its head and page number', () => {
    const blocks = textOf([page]);
    expect(blocks[0]).toBe('heading1: Moss under the lens');
    expect(blocks[1]).toBe(`paragraph: ${OPENING}`);
    expect(blocks.filter((block) => block.startsWith('heading2'))).toEqual([
      'heading2: No roots, no pipes',
      'heading2: What to do',
      'heading2: Who lives there',
    ]);
    const items = blocks.filter((block) => block.startsWith('list-item'));
    expect(items).toHaveLength(4);
    expect(items[1]).toBe('list-item: Lay it in a dish and add five drops of rainwater.');
    expect(blocks.join(' ')).toContain('Figure 1. A moss stem with its spore capsule, drawn ten times');
    expect(blocks.join(' ')).not.toMatch(/Wrenmoor|Year 8/u);
  });

  test('has the drawing as a region without words', () => {
    const [drawing] = page.unreadRegions;
    expect(drawing?.x).toBeGreaterThan(0.6);
    expect(drawing?.y).toBeGreaterThan(0.15);
    expect((drawing?.y ?? 1) + (drawing?.height ?? 1)).toBeLessThan(0.45);
  });

  test('has each word where it is in the flat picture: a part read alone gives the same words', async () => {
    const words = page.words.filter(({ text }) => /^(?:Moss|under|the|lens)$/u.test(text)).slice(0, 4);
    const left = Math.min(...words.map(({ x }) => x)) / page.width;
    const top = Math.min(...words.map(({ y }) => y)) / page.height;
    const right = Math.max(...words.map(({ x, width }) => x + width)) / page.width;
    const box = { x: left - 0.01, y: top - 0.01, width: right - left + 0.02, height: 0.05 };
    expect(await readRegion(page.flat, box, ['eng'])).toBe('Moss under the lens');
  });
});

/**
 * Whether the page's own top left lies where it must in a photo that is turned clockwise by so many quarters.
 */
function isFirstAt(corners: Quad | undefined, turns: number): boolean {
  const [x, y] = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ][turns] as [number, number];
  const first = corners?.[0] ?? { x: 0.5, y: 0.5 };
  return Math.abs(first.x - x) < 0.35 && Math.abs(first.y - y) < 0.35;
}

describe('a photo', () => {
  test('that its camera marked as lying on its side is stood up', async () => {
    const lying = await sharp(MOSS).rotate(-90).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const upright = await decodePhoto('lying.jpg', lying);
    expect(upright.height).toBeGreaterThan(upright.width);
    const found = await findOutline(await upright.small());
    expect(found).toBeDefined();
    found?.corners.forEach((corner, i) => {
      expect(Math.abs(corner.x - (photoOutline.corners?.[i]?.x ?? 0))).toBeLessThan(0.02);
    });
  });

  test('on its side is read the right way up, without a corner touched', { tags: 'long' }, async () => {
    const turned = await sharp(SHORT).rotate(90).jpeg().toBuffer();
    const { corners, whole, outline } = await findPhotoOutline('turned.jpg', turned);
    expect([corners, whole].map((quad) => isFirstAt(quad, 1))).toEqual([true, true]);
    const read = await readPhoto('turned.jpg', turned, { corners, outline, languages: ['eng'] });
    expect(textOf([read])[0]).toBe('heading1: Moss under the lens');
  });

  test('without a page in it has no corners', async () => {
    const desk = await sharp({ create: { width: 900, height: 700, channels: 3, background: '#7a5a3c' } })
      .jpeg()
      .toBuffer();
    expect((await findPhotoOutline('desk.jpg', desk)).corners).toBeUndefined();
  });

  test('of a page as large as the photo is laid flat as it is', { tags: 'long' }, async () => {
    const white = await sharp({ create: { width: 800, height: 1131, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    const photo = await decodePhoto('page.png', white);
    const corners: Quad = [{ x: 0, y: 0 }, { x: 800, y: 0 }, { x: 800, y: 1131 }, { x: 0, y: 1131 }]; // prettier-ignore
    const flat = flattenPage(await photo.grey(), {
      corners,
      bend: { top: [], right: [], bottom: [], left: [] },
    });
    expect([flat.picture.width, flat.picture.height]).toEqual([1654, 2339]);
    expect(flat.lines).toEqual([]);
  });
});

const pool = new ReaderPool({ size: 1 });
afterAll(() => pool.stop());

describe('bad input', () => {
  const grey = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
  /** A picture whose head says that it is larger than it is. */
  const saidToBe = async (width: number, height: number) => {
    const bytes = await grey(40, 40);
    const head = bytes.subarray(12, 29);
    head.writeUInt32BE(width, 4);
    head.writeUInt32BE(height, 8);
    bytes.writeUInt32BE(crc32(head), 29);
    return bytes;
  };
  test.each<[string, () => Uint8Array | Promise<Uint8Array>, string]>([
    ['no bytes', () => new Uint8Array(0), 'empty'],
    ['a text', () => Buffer.from('Dear all, the tide is at nine.'), 'not-photo'],
    ['a drawing with a script', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><script>alert(1)</script></svg>'), 'not-photo'],
    ['a photo cut short', () => MOSS.subarray(0, MOSS.length / 3), 'broken'],
    ['a picture of 132 megapixels', () => saidToBe(12_000, 11_000), 'too-large'],
    ['a picture of 40 by 40 pixels', () => grey(40, 40), 'too-small'],
  ])('%s is refused in words', async (_what, bytes, code) => {
    const job = { kind: 'outline', name: 'x.jpg', bytes: await bytes() } as const;
    await expect(pool.read(job)).rejects.toMatchObject({ name: 'ReaderError', code });
  }); // prettier-ignore

  test('corners that make no page are refused', async () => {
    const corners: Quad = [{ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 1, y: 0 }, { x: 0, y: 1 }]; // prettier-ignore
    await expect(readPhoto('moss.jpg', MOSS, { corners, languages: [] })).rejects.toMatchObject({
      code: 'corners',
    });
  });
});

describe('a scanned PDF', () => {
  test('gives its pages as pictures', async () => {
    const { width, height } = await sharp(MOSS).metadata();
    const pages = await pool.read({
      kind: 'scan',
      name: 'scan.pdf',
      bytes: scannedPdf(MOSS, width, height),
    });
    expect(pages).toHaveLength(1);
    const metadata = await sharp(pages[0]).metadata();
    expect([metadata.format, metadata.height]).toEqual(['jpeg', 2924]);
  });

  test('that is none is refused', async () => {
    await expect(pagesOfScan('x.pdf', Buffer.from('%PDF-1.4 nothing'))).rejects.toMatchObject({
      code: 'broken',
    });
  });
});

test('English can be recognised, and what else is installed', async () => {
  expect(await recognisableLanguages()).toContain('eng');
});

describe('a page as it happens to lie', () => {
  test.each([2, 3])(
    'turned by %d quarters its first corner is its own top left',
    { tags: 'long' },
    async (turns) => {
      const turned = await sharp(SHORT)
        .rotate(turns * 90)
        .jpeg()
        .toBuffer();
      const found = await findPhotoOutline('turned.jpg', turned);
      expect(isFirstAt(found.corners, turns)).toBe(true);
      expect(isFirstAt(found.whole, turns)).toBe(true);
    },
  );

  test('upright it is left as it is', () => {
    expect(isFirstAt(photoOutline.corners, 0)).toBe(true);
  });

  test(
    'with an edge out of the picture it is laid flat by those that are there, and read',
    { tags: 'long' },
    async () => {
      const { width, height } = await sharp(SHORT).metadata();
      const edge =
        Math.round(Math.max(photoOutline.corners?.[0].x ?? 0, photoOutline.corners?.[3].x ?? 0) * width) + 8;
      const cut = await sharp(SHORT)
        .extract({ left: edge, top: 0, width: width - edge, height })
        .jpeg()
        .toBuffer();
      const found = await findPhotoOutline('cut.jpg', cut);
      expect(found.corners).toBeDefined();
      const read = await readPhoto('cut.jpg', cut, { ...found, languages: ['eng'] });
      const { blocks } = blocksFromPhotos([read], { isWord: () => true });
      expect(blocks.map(({ text }) => text).join(' ')).toContain(
        'the green cushion on a wall is a forest in small',
      );
    },
  );
});
