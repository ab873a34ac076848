import type { Line } from './lines.ts';

/** Lines around one that tell where its margin is. */
const AROUND = 4;
/**
 * Line ends that neither the margin nor the end of a sentence explains: so many, and this share of all, make
 * verse …
 */
const VERSE = { fewest: 3, share: 0.25 };
/** … and these an address, of lines of a few words. */
const ADDRESS = { fewest: 2, share: 0.5, words: 4.5 };

/**
 * Three lines and more that are narrower than this share of their column are no text around a picture, but
 * short lines.
 */
const NARROW = 0.45;
/** A line that ends like this is ended even there. */
const CLOSED = /[.!?:][”’"')\]]*$/u;

/** How the lines of a region end. */
export interface LineEnds {
  /** Whether the line was ended on purpose. */
  readonly isEnded: (index: number) => boolean;
  /** Whether the first word of the next line would have stood on this one. */
  readonly hasRoom: (index: number) => boolean;
  /** Whether the last lines are each one of its own, as in verse. */
  readonly isVerse: boolean;
}

/**
 * Tells lines that were ended on purpose from those that were ended by the margin: a margin ends a line only
 * when the next word would not have stood on it.
 * @param lines of one region, in order.
 * @param margin where lines of this column of the page end at the latest: it counts where one or two lines
 * stand by themselves.
 */
export function lineEnds(lines: readonly Line[], margin = -Infinity): LineEnds {
  const isRight = isSetRight(lines);
  const stanzas = stanzasOf(lines);
  const stanzaOf = stanzas.flatMap((stanza) => stanza.map(() => stanza));
  const fits = (index: number): boolean => {
    const [line, next] = [lines[index], lines[index + 1]];
    if (!line || !next) return true;
    // Text that flows around a picture has a margin of its own: that of the lines it stands with.
    const stanza = stanzaOf[index] ?? [];
    const near = stanza.flatMap((i) => (Math.abs(i - index) <= AROUND ? (lines[i] ?? []) : []));
    const widest = Math.max(...near.map(({ x, right }) => right - x));
    const isNarrow = stanza.length > 2 && widest > (margin - line.x) * NARROW;
    const known = isNarrow && !CLOSED.test(line.text) ? -Infinity : margin;
    const word = firstWord(next);
    const needed = word + line.size * 0.45;
    if (isRight) return line.x - Math.min(...near.map(({ x }) => x)) > needed;
    return Math.max(known, ...near.map(({ right }) => right)) - line.right > needed;
  };
  const ends = lines.slice(0, -1).map((_, i) => fits(i));
  const inside = lines.flatMap((line, i) =>
    i < lines.length - 1 && isUnmarked(line) && isUnmarked(lines[i + 1]) && isOfOneType(line, lines[i + 1])
      ? i
      : [],
  );
  const unexplained = inside.filter(
    (i) => ends[i] === true && !/[.!?][”’"')\]]*$/u.test(lines[i]?.text ?? ''),
  );
  const words = inside.reduce((sum, i) => sum + (lines[i]?.text.split(' ').length ?? 0), 0) / inside.length;
  const isMany = ({ fewest, share }: typeof VERSE) =>
    unexplained.length >= fewest && unexplained.length >= inside.length * share;
  const hasVerse = isMany(VERSE) || (words <= ADDRESS.words && isMany(ADDRESS));
  const isUnexplained = new Set(unexplained);
  const isDetected = stanzas.map((stanza) => hasVerse && stanza.some((i) => isUnexplained.has(i)));
  // A stanza whose lines happen to be long is one all the same between two others.
  const isVerse = new Set(
    stanzas.flatMap((stanza, i) =>
      isDetected[i] === true || (hasVerse && isDetected[i - 1] === true && isDetected[i + 1] === true)
        ? stanza
        : [],
    ),
  );
  return {
    isVerse: isVerse.has(lines.length - 1),
    hasRoom: (index) => ends[index] ?? true,
    isEnded: (index) => {
      if (isVerse.has(index)) return true;
      if (!(ends[index] ?? true)) return false;
      const [line, next] = [lines[index], lines[index + 1]];
      if (!line || !next) return true;
      // Text that flows around a picture is cut short as well; there the sentence goes on in small letters.
      return /[.!?:;,…][”’"')\]]*$/u.test(line.text) || !/^\p{Ll}/u.test(next.text);
    },
  };
}

/** Numbers of the lines that stand together, without a wider space between them. */
function stanzasOf(lines: readonly Line[]): number[][] {
  const steps = lines.slice(1).map((line, i) => line.y - (lines[i]?.y ?? line.y));
  const sorted = steps.filter((step) => step > 0).sort((a, b) => a - b);
  const typical = sorted[Math.floor(sorted.length * 0.3)] ?? 0;
  const stanzas: number[][] = [[]];
  lines.forEach((_, i) => {
    if (i > 0 && (steps[i - 1] ?? 0) > typical * APART) stanzas.push([]);
    stanzas.at(-1)?.push(i);
  });
  return stanzas;
}
/** Lines further apart than this many usual steps are of two stanzas. */
const APART = 1.2;

/** How wide the first word of a line is. */
function firstWord({ text, x, right }: Line): number {
  const [word = ''] = text.split(' ');
  return ((right - x) * word.length) / Math.max(1, text.length);
}

/** Whether two lines are set alike: a heading ends where it ends. */
function isOfOneType(line: Line, next: Line | undefined): boolean {
  return next !== undefined && line.isBold === next.isBold && Math.abs(line.size / next.size - 1) < 0.15;
}

function isUnmarked(line: Line | undefined): boolean {
  return line !== undefined && !/^(?:[•◦▪●■□☐–‣*·-]|\(?(?:\d{1,3}|[A-Za-z])[.)])\s/u.test(line.text);
}

/** Whether lines are set against the right margin. */
function isSetRight(lines: readonly Line[]): boolean {
  if (lines.length < 3) return false;
  const spread = (values: readonly number[]) => Math.max(...values) - Math.min(...values);
  const size = lines[0]?.size ?? 0;
  return spread(lines.map(({ right }) => right)) < size && spread(lines.map(({ x }) => x)) > size * 2;
}
