import { paletteOf, type ReadingStyle, type Palette } from '@aurelfield/core/readingStyle';
import { fontFamily } from './fonts.ts';

/**
 * The pupil's look as rules of a style sheet: type, spacing, colours, and how what is heard is marked.
 * @param lit class names of the word and of the sentence that are heard.
 */
export function readingStyleCss(
  readingStyle: ReadingStyle,
  highlight: { readonly word: string; readonly sentence: string },
): string {
  const light = paletteOf(readingStyle, false);
  const dark = readingStyle.scheme === 'device' ? paletteOf(readingStyle, true) : undefined;
  return [
    `body{font-family:${fontFamily(readingStyle.font)};font-size:${readingStyle.textSize / 16}em;line-height:${readingStyle.lineSpacing};letter-spacing:${readingStyle.letterSpacing}em;word-spacing:${readingStyle.wordSpacing}em}`,
    `main,section.part{max-width:${readingStyle.columnWidth}ch}`,
    `p,li,h1,h2,h3,h4,h5,h6,figure,table{margin:0 0 ${readingStyle.paragraphSpacing}em}`,
    colours(readingStyle, light, highlight),
    ...(dark ? [`@media (prefers-color-scheme:dark){${colours(readingStyle, dark, highlight)}}`] : []),
  ].join('\n');
}

function colours(
  readingStyle: ReadingStyle,
  palette: Palette,
  highlight: { readonly word: string; readonly sentence: string },
): string {
  const rules = [`body{background:${palette.ground};color:${palette.ink}}`];
  const word = readingStyle.highlight === 'word' || readingStyle.highlight === 'word-and-sentence';
  const sentence =
    readingStyle.highlight === 'sentence' ||
    readingStyle.highlight === 'word-and-sentence' ||
    readingStyle.highlight === 'line';
  if (sentence) rules.push(`.${highlight.sentence}{${mark(readingStyle.sentence.shape, palette.sentence)}}`);
  if (word) rules.push(`.${highlight.word}{${mark(readingStyle.word.shape, palette.word)}}`);
  return rules.join('');
}

function mark(shape: ReadingStyle['word']['shape'], { ground, ink }: Palette['word']): string {
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
