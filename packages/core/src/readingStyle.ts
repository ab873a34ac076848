/** How a page looks to its reader. */
export { type Colour } from './readingStyle/contrast.ts';
export { seenBy, type ColourVision } from './readingStyle/colourVision.ts';
export {
  COLUMN_WIDTH_RANGE,
  DEFAULT_READING_STYLE,
  FONT_IDS,
  FONTS,
  LETTER_SPACING_RANGE,
  LINE_SPACING_RANGE,
  HIGHLIGHTS,
  PARAGRAPH_SPACING_RANGE,
  SHAPES,
  TEXT_SIZE_RANGE,
  TINT_IDS,
  TINTS,
  WINDOW_RANGE,
  WORD_SPACING_RANGE,
  type FontId,
  type ReadingStyle,
} from './readingStyle/readingStyle.ts';
export { contrastsOf, paletteOf, type Palette } from './readingStyle/palette.ts';
