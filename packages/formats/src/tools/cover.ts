import { paletteOf } from '@aurelfield/core/readingStyle';
import sharp from 'sharp';
import type { ExportDocument } from '../exportDocument.ts';
import { xml } from './xml.ts';

/** Pixels of a side: square, as players expect (common practice, no source). */
const SIDE = 1400;
const LINE_CHARACTERS = 18;
const MOST_LINES = 6;

/** A cover drawn from title, pupil and the colours of the pupil's page, as PNG. */
export function drawnCover({ facts }: ExportDocument): Promise<Buffer> {
  const known = drawn.get(facts);
  if (known) return known;
  const cover = draw(facts);
  drawn.set(facts, cover);
  return cover;
}

/** Covers that were drawn, as long as somebody holds the facts: parts of an edition share theirs. */
const drawn = new WeakMap<ExportDocument['facts'], Promise<Buffer>>();

function draw({ readingStyle, title, pupil, school }: ExportDocument['facts']): Promise<Buffer> {
  const { ground, ink, word } = paletteOf(readingStyle, false);
  return drawnSquare({ title, below: `${pupil} · ${school}`, ground, ink, bar: word.ground });
}

/** A title and a line below it on a square of so many pixels that players take it. */
export async function drawnSquare(square: {
  readonly title: string;
  readonly below: string;
  readonly ground: string;
  readonly ink: string;
  readonly bar: string;
}): Promise<Buffer> {
  const { title, below, ground, ink, bar } = square;
  const lines = wrapped(title);
  const text = lines
    .map(
      (line, nth) =>
        `<text x="120" y="${330 + nth * 150}" font-size="118" font-weight="700">${xml(line)}</text>`,
    )
    .join('');
  // Rises and falls like speech: a line of bars, as long as words.
  const bars = Array.from({ length: 24 }, (_one, nth) => {
    const height = 24 + ((nth * 37 + title.length * 11) % 96);
    return `<rect x="${120 + nth * 49}" y="${1180 - height / 2}" width="30" height="${height}" rx="15" fill="${bar}"/>`;
  }).join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><rect width="100%" height="100%" fill="${ground}"/><g fill="${ink}" font-family="sans-serif">${text}<text x="120" y="1320" font-size="64">${xml(below)}</text></g>${bars}</svg>`;
  return sharp(Buffer.from(svg)).png({ palette: true }).toBuffer();
}

function wrapped(title: string): string[] {
  const lines: string[] = [''];
  for (const word of title.split(/\s+/u)) {
    const last = lines.at(-1) ?? '';
    if (last === '' || last.length + word.length < LINE_CHARACTERS)
      lines[lines.length - 1] = `${last} ${word}`.trim();
    else lines.push(word);
  }
  const shown = lines.slice(0, MOST_LINES).map((line) => [...line].slice(0, LINE_CHARACTERS + 4).join(''));
  return lines.length > MOST_LINES ? [...shown.slice(0, -1), `${shown.at(-1) ?? ''} …`] : shown;
}
