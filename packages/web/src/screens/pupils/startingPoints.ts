import type { Profile } from '@aurelfield/api';
import { DEFAULT_READING_STYLE } from '@aurelfield/core/readingStyle';
import { DEFAULT_CHOICES, DEFAULT_PAUSES, pausesAtPace } from '@aurelfield/core/speech';

/** Settings to begin with, and why. */
export interface StartingPoint {
  readonly name: string;
  readonly why: string;
  readonly settings: Partial<Profile>;
}

/** Starting points of ours for common needs. Common practice, no source: each is to be tuned by ear. */
export const STARTING_POINTS: readonly StartingPoint[] = [
  {
    name: 'Unhurried',
    why: 'Ordinary pace and pauses, a plain page: to find out from there what helps.',
    settings: {
      pace: 150,
      pitch: 0,
      loudness: 'default',
      pauses: DEFAULT_PAUSES,
      pausesByPace: true,
      choices: DEFAULT_CHOICES,
      readingStyle: DEFAULT_READING_STYLE,
    },
  },
  {
    name: 'Time to picture it',
    why: 'Long pauses give time to make an image of each sentence before the next comes; the words themselves are not dragged.',
    settings: {
      pace: 120,
      pauses: { comma: 0.4, sentence: 1, paragraph: 1.8, heading: 1.8 },
      pausesByPace: false,
      readingStyle: { ...DEFAULT_READING_STYLE, highlight: 'sentence', lineSpacing: 2 },
    },
  },
  {
    name: 'Letters that swim',
    why: 'More room between letters, words and lines, a tinted ground without glare, short lines, and one word lit at a time.',
    settings: {
      pace: 130,
      pauses: pausesAtPace(130),
      pausesByPace: true,
      readingStyle: {
        ...DEFAULT_READING_STYLE,
        font: 'lexend',
        letterSpacing: 0.06,
        wordSpacing: 0.2,
        lineSpacing: 2,
        columnWidth: 52,
        ground: 'reed',
        highlight: 'word',
      },
    },
  },
  {
    name: 'Loses the line',
    why: 'A window leaves two lines clear and dims the rest, so that the eye stays where the voice is.',
    settings: { readingStyle: { ...DEFAULT_READING_STYLE, window: 2, lineSpacing: 2, columnWidth: 60 } },
  },
  {
    name: 'Low vision',
    why: 'Very large letters that are hard to mix up, strong contrast, short lines; a box round the word instead of a change of colours.',
    settings: {
      readingStyle: {
        ...DEFAULT_READING_STYLE,
        textSize: 44,
        lineSpacing: 1.6,
        columnWidth: 34,
        ground: '#000000',
        ink: '#ffffff',
        highlight: 'word',
        word: { shape: 'box', ground: '#ffd60a', ink: 'default' },
      },
    },
  },
  {
    name: 'Reads along quickly',
    why: 'A pace that keeps up with a quick reader, with short pauses; nothing but the word is lit.',
    settings: {
      pace: 190,
      pauses: pausesAtPace(190),
      pausesByPace: true,
      readingStyle: {
        ...DEFAULT_READING_STYLE,
        highlight: 'word',
        word: { shape: 'underline', ground: 'default', ink: 'default' },
      },
    },
  },
  {
    name: 'Sounding words out',
    why: 'Slow, with the syllables of each word marked by dots and letters as beginners write them.',
    settings: {
      pace: 90,
      pauses: pausesAtPace(90),
      pausesByPace: true,
      readingStyle: {
        ...DEFAULT_READING_STYLE,
        font: 'andika',
        textSize: 26,
        syllables: 'dots',
        lineSpacing: 2.2,
        columnWidth: 50,
      },
    },
  },
  {
    name: 'A noisy room',
    why: 'Louder, slightly slower, with headings announced: for listening in the dining hall or on the bus.',
    settings: { pace: 140, loudness: 'louder', choices: { ...DEFAULT_CHOICES, announcements: 'headings' } },
  },
];
