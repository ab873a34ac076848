import { channelsOf, colourOf, contrast, SHAPE_CONTRAST, TEXT_CONTRAST, type Colour } from './contrast.ts';
import { TINTS, type ReadingStyle, type Mark } from './readingStyle.ts';

/** The colours of a mark: what it is drawn with and the letters on it. */
interface MarkColours {
  readonly ground: Colour;
  readonly ink: Colour;
}

/** All colours of a page, as they are painted. */
export interface Palette {
  readonly ground: Colour;
  readonly ink: Colour;
  readonly word: MarkColours;
  readonly sentence: MarkColours;
}

/** How much of the ink the usual ground of a lit sentence has. */
const SENTENCE_SHARE = 0.14;

/**
 * The colours of a look. A ground of one's own brings the ink that can be read on it, unless that is chosen
 * too.
 * @param dark whether the device is set to dark.
 */
export function paletteOf(readingStyle: ReadingStyle, dark: boolean): Palette {
  const isDark = readingStyle.scheme === 'device' ? dark : readingStyle.scheme === 'dark';
  const tint = TINTS.find(({ id }) => id === readingStyle.ground);
  const ground = tint ? tint[isDark ? 'dark' : 'light'][0] : (readingStyle.ground as Colour);
  const defaultInk = tint ? tint[isDark ? 'dark' : 'light'][1] : readableOn(ground);
  const ink = readingStyle.ink === 'default' ? defaultInk : readingStyle.ink;
  return {
    ground,
    ink,
    word: colouredMark(readingStyle.word, ground, ink, ink),
    sentence: colouredMark(readingStyle.sentence, ground, ink, mixed(ink, ground, SENTENCE_SHARE)),
  };
}

/**
 * On a lozenge letters stand on the mark's own colour; under, in and beside the other shapes they stand on
 * the page.
 */
function colouredMark(mark: Mark, ground: Colour, ink: Colour, defaultGround: Colour): MarkColours {
  const isLozenge = mark.shape === 'lozenge';
  const own = mark.ground === 'default' ? (isLozenge ? defaultGround : ink) : mark.ground;
  if (mark.ink !== 'default') return { ground: own, ink: mark.ink };
  if (!isLozenge) return { ground: own, ink };
  // The letters of the page where they can be read on the mark, else those of its ground, else black or
  // white.
  const candidates = [ink, ground, readableOn(own)];
  return {
    ground: own,
    ink: candidates.find((colour) => contrast(colour, own) >= TEXT_CONTRAST) ?? readableOn(own),
  };
}

/**
 * Ink that can be read on a ground: near-black where that suffices, else black or white, whichever is read
 * better.
 */
export function readableOn(ground: Colour): Colour {
  const candidates: readonly Colour[] = ['#14231f', '#ffffff', '#000000'];
  const ratios = candidates.map((ink) => contrast(ink, ground));
  const enough = ratios.findIndex((ratio) => ratio >= TEXT_CONTRAST);
  return candidates[enough >= 0 ? enough : ratios.indexOf(Math.max(...ratios))] ?? '#000000';
}

/** Some of one colour in another. @param share of `one`, 0 to 1. */
export function mixed(one: Colour, other: Colour, share: number): Colour {
  const [a, b] = [channelsOf(one), channelsOf(other)];
  return colourOf(a.map((value, i) => value * share + (b[i] ?? 0) * (1 - share)) as [number, number, number]);
}

/** One pair of colours that meet on the page, and whether they can be told apart. */
export interface ContrastFinding {
  readonly what: 'text' | 'word' | 'sentence' | 'shape of the word' | 'shape of the sentence';
  readonly ratio: number;
  readonly least: number;
}

/** The contrasts of a look's text and marks, in the order in which they are met. */
export function contrastsOf(readingStyle: ReadingStyle, palette: Palette): ContrastFinding[] {
  const { ground, ink, word, sentence } = palette;
  const found: ContrastFinding[] = [{ what: 'text', ratio: contrast(ink, ground), least: TEXT_CONTRAST }];
  const highlightsSentence =
    readingStyle.highlight === 'word-and-sentence' || readingStyle.highlight === 'sentence';
  const highlightedWord = readingStyle.highlight === 'word-and-sentence' || readingStyle.highlight === 'word';
  const around = highlightsSentence && readingStyle.sentence.shape === 'lozenge' ? sentence.ground : ground;
  const add = (kind: 'word' | 'sentence', mark: Mark, colours: MarkColours, behind: Colour) => {
    const isLozenge = mark.shape === 'lozenge';
    found.push({
      what: kind,
      ratio: contrast(colours.ink, isLozenge ? colours.ground : behind),
      least: TEXT_CONTRAST,
    });
    if (!isLozenge)
      found.push({
        what: `shape of the ${kind}`,
        ratio: contrast(colours.ground, behind),
        least: SHAPE_CONTRAST,
      });
  };
  if (highlightsSentence) add('sentence', readingStyle.sentence, sentence, ground);
  if (highlightedWord) add('word', readingStyle.word, word, around);
  return found;
}
