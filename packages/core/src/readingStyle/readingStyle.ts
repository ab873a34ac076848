import type { Colour } from './contrast.ts';

/** Typefaces that ship, each for a reason. */
export const FONTS = [
  { id: 'atkinson', name: 'Atkinson Hyperlegible', why: 'letters drawn so that none is taken for another; made for low vision' },
  { id: 'andika', name: 'Andika', why: 'letters as beginners learn to write them' },
  { id: 'lexend', name: 'Lexend', why: 'wide letters set well apart' },
  { id: 'opendyslexic', name: 'OpenDyslexic', why: 'heavy feet under each letter; made for readers with dyslexia' },
  { id: 'literata', name: 'Literata', why: 'a book face with serifs' },
  { id: 'comic-neue', name: 'Comic Neue', why: 'rounded, like tidy handwriting' },
  { id: 'courier-prime', name: 'Courier Prime', why: 'every letter equally wide, as from a typewriter' },
] as const; // prettier-ignore

export type FontId = (typeof FONTS)[number]['id'];
export const FONT_IDS = FONTS.map(({ id }) => id) as unknown as readonly [FontId, ...FontId[]];

/** Grounds with their usual ink, for light and dark. */
export const TINTS = [
  { id: 'plain', name: 'Plain', light: ['#ffffff', '#14231f'], dark: ['#17211e', '#e8f0ed'] },
  { id: 'reed', name: 'Reed (pale yellow)', light: ['#f5f1d6', '#14231f'], dark: ['#24230f', '#f1efdc'] },
  { id: 'tide', name: 'Tide (pale blue)', light: ['#dcedf0', '#14231f'], dark: ['#10262b', '#e0f0f3'] },
  { id: 'heather', name: 'Heather (pale violet)', light: ['#f3e6f1', '#14231f'], dark: ['#2a1b29', '#f3e8f2'] },
  { id: 'clay', name: 'Clay (pale pink)', light: ['#f8e5dc', '#14231f'], dark: ['#2d1d16', '#f6eae4'] },
  { id: 'moss', name: 'Moss (pale green)', light: ['#e0efd9', '#14231f'], dark: ['#18260f', '#e8f2e2'] },
] as const; // prettier-ignore

export type TintId = (typeof TINTS)[number]['id'];
export const TINT_IDS = TINTS.map(({ id }) => id) as unknown as readonly [TintId, ...TintId[]];

/** How a word or sentence is marked while it is read. A bar stands beside the line. */
export const SHAPES = ['lozenge', 'underline', 'box', 'bar'] as const;
type Shape = (typeof SHAPES)[number];

/** What is lit while it is read. */
export const HIGHLIGHTS = ['word-and-sentence', 'word', 'sentence', 'line', 'nothing'] as const;
type Highlight = (typeof HIGHLIGHTS)[number];

/** A colour of one's own, or the usual one of what surrounds it. */
type ColourChoice = Colour | 'default';

export interface Mark {
  readonly shape: Shape;
  /** Colour of the lozenge, line, box or bar. */
  readonly ground: ColourChoice;
  /** Colour of the letters. */
  readonly ink: ColourChoice;
}

/** How the page looks to a pupil. Lengths in em are shares of the size of the text. */
export interface ReadingStyle {
  readonly font: FontId;
  /** CSS pixels. */
  readonly textSize: number;
  /** em, beside what the typeface has. */
  readonly letterSpacing: number;
  readonly wordSpacing: number;
  /** Line height as a multiple of the text size. */
  readonly lineSpacing: number;
  /** em between two blocks. */
  readonly paragraphSpacing: number;
  /** Characters of a line, about. */
  readonly columnWidth: number;
  readonly ground: TintId | Colour;
  readonly ink: ColourChoice;
  /** Whether it is light or dark, or as the device is set. */
  readonly scheme: 'device' | 'light' | 'dark';
  readonly highlight: Highlight;
  readonly word: Mark;
  readonly sentence: Mark;
  /** Lines that are left clear while the rest is dimmed; 0 for all. */
  readonly window: number;
  readonly syllables: 'none' | 'dots' | 'weight';
  /** Whether nouns, verbs and so on are underlined, each in its shape. */
  readonly wordClasses: boolean;
}

export const TEXT_SIZE_RANGE = { min: 16, max: 64 } as const;
export const LETTER_SPACING_RANGE = { min: 0, max: 0.3 } as const;
export const WORD_SPACING_RANGE = { min: 0, max: 1 } as const;
export const LINE_SPACING_RANGE = { min: 1.2, max: 3 } as const;
export const PARAGRAPH_SPACING_RANGE = { min: 0.5, max: 4 } as const;
export const COLUMN_WIDTH_RANGE = { min: 20, max: 100 } as const;
export const WINDOW_RANGE = { min: 0, max: 3 } as const;

/**
 * What text must bear without loss (WCAG 2.2, 1.4.12): line height, and spacing after paragraphs, between
 * letters and between words, as multiples of the text size.
 */
export const WCAG_TEXT_SPACING = { line: 1.5, paragraph: 2, letter: 0.12, word: 0.16 } as const;

/**
 * A page that suits most, common practice, no source: large, double-spaced, the spoken word in a dark lozenge
 * on its pale sentence.
 */
export const DEFAULT_READING_STYLE: ReadingStyle = {
  font: 'atkinson',
  textSize: 22,
  letterSpacing: 0,
  wordSpacing: 0,
  lineSpacing: 1.8,
  paragraphSpacing: 0.7,
  columnWidth: 70,
  ground: 'plain',
  ink: 'default',
  scheme: 'device',
  highlight: 'word-and-sentence',
  word: { shape: 'lozenge', ground: 'default', ink: 'default' },
  sentence: { shape: 'lozenge', ground: 'default', ink: 'default' },
  window: 0,
  syllables: 'none',
  wordClasses: false,
};
