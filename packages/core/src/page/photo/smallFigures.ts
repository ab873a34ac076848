import { withPlace } from '../../maths/raised.ts';
import type { RecognisedWord } from './hocr.ts';
import type { GreyPicture } from './picture.ts';

/** A small figure that stands raised or lowered in a word and was read as a mark. */
export interface SmallFigure {
  /** Number of its word. */
  readonly word: number;
  /** Place of the mark in the word's text. */
  readonly at: number;
  readonly place: 'raised' | 'lowered';
  /** Its ink, in pixels of the page. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What recognisers make of a raised figure after a unit or a power of ten: "cm?", "10°". */
const RAISED = /^(?:\(?[\d.,]*(?:[mck]?m|dm|s)|10)([?*’”"'°%])(?=[.,;:)]*$)/u;
/** What they make of a lowered one in a formula: "H,0", "CO;", "SO,". */
const LOWERED = /^\(?(?:[A-Z][a-z]?(?=[,;.:][A-Z0])|(?:CO|SO|NO|NH|CH|SiO|Cl|Br|[HNO])(?=[,;:.]$))([,;.:])/u;
/** Shares of the size of a line's letters: where small figures end and begin, and how high they are. */
const RAISED_BY = 0.22;
const LOWERED_BY = 0.03;
const BELOW_TOP = 0.5;
const LEAST_HEIGHT = 0.3;
const MOST_HEIGHT = 0.75;
/** Darker than this is ink. */
const INK = 150;

/** Small figures of a page by what was read in their places and by the ink that is there. */
export function smallFigures(page: GreyPicture, words: readonly RecognisedWord[]): SmallFigure[] {
  return words.flatMap((word, index) => {
    const raised = RAISED.exec(word.text);
    const found = raised ?? LOWERED.exec(word.text);
    const mark = found?.[1];
    if (!found || mark === undefined) return [];
    const place = raised ? 'raised' : 'lowered';
    const glyph = glyphsOf(page, word).find((one) => isSmall(one, word, place));
    return glyph ? [{ word: index, at: found[0].lastIndexOf(mark), place, ...glyph }] : [];
  });
}

/**
 * The word with the figure that was read in the mark's place; a capital O beside a lowered figure was an O
 * that looked like a nought.
 */
export function withFigure(text: string, { at, place }: SmallFigure, figure: string): string {
  const behind = text.slice(at + 1);
  return (
    text.slice(0, at) + withPlace(figure, place) + (place === 'lowered' ? behind.replace(/^0/u, 'O') : behind)
  );
}

type Glyph = Pick<SmallFigure, 'x' | 'y' | 'width' | 'height'>;

function isSmall(
  { y, height }: Glyph,
  { baseline, size }: RecognisedWord,
  place: SmallFigure['place'],
): boolean {
  if (height < size * LEAST_HEIGHT || height > size * MOST_HEIGHT) return false;
  const [top, bottom] = [y, y + height];
  return place === 'raised'
    ? bottom < baseline - size * RAISED_BY
    : bottom > baseline + size * LOWERED_BY && top > baseline - size * BELOW_TOP;
}

/** Ink of a word, split where columns have none. */
function glyphsOf({ width, height, pixels }: GreyPicture, word: RecognisedWord): Glyph[] {
  const left = Math.max(0, Math.floor(word.x));
  const right = Math.min(width - 1, Math.ceil(word.x + word.width));
  // Small figures may stand out of the box that was found for the word.
  const reach = word.size * 0.3;
  const top = Math.max(0, Math.floor(word.y - reach / 2));
  const bottom = Math.min(height - 1, Math.ceil(word.y + word.height + reach / 2));
  const glyphs: Glyph[] = [];
  let open: { from: number; top: number; bottom: number } | undefined;
  for (let column = left; column <= right + 1; column++) {
    let [first, last] = [Infinity, -1];
    for (let row = top; column <= right && row <= bottom; row++)
      if ((pixels[row * width + column] ?? 255) < INK) {
        first = Math.min(first, row);
        last = row;
      }
    if (last < 0) {
      if (open)
        glyphs.push({
          x: open.from,
          y: open.top,
          width: column - open.from,
          height: open.bottom - open.top + 1,
        });
      open = undefined;
    } else
      open = open
        ? { ...open, top: Math.min(open.top, first), bottom: Math.max(open.bottom, last) }
        : { from: column, top: first, bottom: last };
  }
  return glyphs;
}
