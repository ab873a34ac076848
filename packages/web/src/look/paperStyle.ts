import type { Look, Palette } from '@aurelfield/core';
import type { CSSProperties } from 'react';
import { FONT_FAMILIES } from './fonts.ts';

/** A look as CSS variables, which `Paper` draws: a change of look changes them alone. */
export function paperStyle(look: Look, palette: Palette): CSSProperties {
  return {
    '--p-ground': palette.ground,
    '--p-ink': palette.ink,
    '--p-word': palette.word.ground,
    '--p-on-word': palette.word.ink,
    '--p-sentence': palette.sentence.ground,
    '--p-on-sentence': palette.sentence.ink,
    '--p-family': FONT_FAMILIES[look.font],
    '--p-size': `${look.textSize / 16}rem`,
    '--p-line': String(look.lineSpacing),
    '--p-letter': `${look.letterSpacing}em`,
    '--p-word-gap': `${look.wordSpacing}em`,
    '--p-paragraph': `${look.paragraphSpacing}em`,
    '--p-column': `${look.columnWidth}ch`,
  } as CSSProperties;
}

/** What of a look decides which rules of `Paper` apply. */
export function paperData(look: Look): Record<`data-${string}`, string> {
  return {
    'data-lights': look.lit,
    'data-word-shape': look.word.shape,
    'data-sentence-shape': look.sentence.shape,
    'data-syllables': look.syllables,
    'data-classes': String(look.wordClasses),
  };
}
