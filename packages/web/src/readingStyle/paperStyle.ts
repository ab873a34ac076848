import type { ReadingStyle, Palette } from '@aurelfield/core/readingStyle';
import type { CSSProperties } from 'react';
import { FONT_FAMILIES } from './fonts.ts';

/** A look as CSS variables, which `Paper` draws: a change of look changes them alone. */
export function paperStyle(readingStyle: ReadingStyle, palette: Palette): CSSProperties {
  return {
    '--p-ground': palette.ground,
    '--p-ink': palette.ink,
    '--p-word': palette.word.ground,
    '--p-on-word': palette.word.ink,
    '--p-sentence': palette.sentence.ground,
    '--p-on-sentence': palette.sentence.ink,
    '--p-family': FONT_FAMILIES[readingStyle.font],
    '--p-size': `${readingStyle.textSize / 16}rem`,
    '--p-line': String(readingStyle.lineSpacing),
    '--p-letter': `${readingStyle.letterSpacing}em`,
    '--p-word-gap': `${readingStyle.wordSpacing}em`,
    '--p-paragraph': `${readingStyle.paragraphSpacing}em`,
    '--p-column': `${readingStyle.columnWidth}ch`,
  } as CSSProperties;
}

/** What of a look decides which rules of `Paper` apply. */
export function paperData(readingStyle: ReadingStyle): Record<`data-${string}`, string> {
  return {
    'data-lights': readingStyle.highlight,
    'data-word-shape': readingStyle.word.shape,
    'data-sentence-shape': readingStyle.sentence.shape,
    'data-syllables': readingStyle.syllables,
    'data-classes': String(readingStyle.wordClasses),
  };
}
