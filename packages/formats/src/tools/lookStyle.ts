import { paletteOf, type Look, type Palette } from '@aurelfield/core';
import { fontFamily } from './fonts.ts';

/** The pupil's look as rules of a style sheet: type, spacing, colours, and how what is heard is marked. @param lit class names of the word and of the sentence that are heard. */
export function lookStyle(look: Look, lit: { readonly word: string; readonly sentence: string }): string {
  const light = paletteOf(look, false);
  const dark = look.scheme === 'device' ? paletteOf(look, true) : undefined;
  return [
    `body{font-family:${fontFamily(look.font)};font-size:${look.textSize / 16}em;line-height:${look.lineSpacing};letter-spacing:${look.letterSpacing}em;word-spacing:${look.wordSpacing}em}`,
    `main,section.part{max-width:${look.columnWidth}ch}`,
    `p,li,h1,h2,h3,h4,h5,h6,figure,table{margin:0 0 ${look.paragraphSpacing}em}`,
    colours(look, light, lit),
    ...(dark ? [`@media (prefers-color-scheme:dark){${colours(look, dark, lit)}}`] : []),
  ].join('\n');
}

function colours(
  look: Look,
  palette: Palette,
  lit: { readonly word: string; readonly sentence: string },
): string {
  const rules = [`body{background:${palette.ground};color:${palette.ink}}`];
  const word = look.lit === 'word' || look.lit === 'word-and-sentence';
  const sentence = look.lit === 'sentence' || look.lit === 'word-and-sentence' || look.lit === 'line';
  if (sentence) rules.push(`.${lit.sentence}{${mark(look.sentence.shape, palette.sentence)}}`);
  if (word) rules.push(`.${lit.word}{${mark(look.word.shape, palette.word)}}`);
  return rules.join('');
}

function mark(shape: Look['word']['shape'], { ground, ink }: Palette['word']): string {
  switch (shape) {
    case 'lozenge':
      return `background:${ground};color:${ink};border-radius:.25em`;
    case 'underline':
      return `color:${ink};text-decoration:underline;text-decoration-color:${ground};text-decoration-thickness:.15em;text-underline-offset:.18em`;
    case 'box':
      return `color:${ink};outline:.1em solid ${ground}`;
    case 'bar':
      return `color:${ink};box-shadow:-.3em 0 0 ${ground}`;
  }
}
