import './openZero.css';
import '@fontsource-variable/lexend';
import '@fontsource/andika';
import '@fontsource/andika/700.css';
import '@fontsource/comic-neue';
import '@fontsource/comic-neue/700.css';
import '@fontsource/courier-prime';
import '@fontsource/courier-prime/700.css';
import '@fontsource/opendyslexic';
import '@fontsource/opendyslexic/700.css';
import type { FontId } from '@aurelfield/core/readingStyle';

/** The families as CSS names them, with what stands in while one is fetched. */
export const FONT_FAMILIES: Readonly<Record<FontId, string>> = {
  atkinson: "'Open Zero', 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  andika: "'Andika', system-ui, sans-serif",
  lexend: "'Lexend Variable', system-ui, sans-serif",
  opendyslexic: "'OpenDyslexic', system-ui, sans-serif",
  literata: "'Literata Variable', Georgia, serif",
  'comic-neue': "'Comic Neue', system-ui, cursive",
  'courier-prime': "'Courier Prime', ui-monospace, monospace",
};
