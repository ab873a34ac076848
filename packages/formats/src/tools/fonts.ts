import type { FontId } from '@aurelfield/core/readingStyle';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

/** Where each typeface lies, its style sheet, and the family that this names. */
const FACES: Readonly<Record<FontId, { readonly sheet: string; readonly family: string; readonly otherwise: string }>> = {
  atkinson: { sheet: '@fontsource-variable/atkinson-hyperlegible-next/index.css', family: 'Atkinson Hyperlegible Next Variable', otherwise: 'sans-serif' },
  andika: { sheet: '@fontsource/andika/400.css', family: 'Andika', otherwise: 'sans-serif' },
  lexend: { sheet: '@fontsource-variable/lexend/index.css', family: 'Lexend Variable', otherwise: 'sans-serif' },
  opendyslexic: { sheet: '@fontsource/opendyslexic/400.css', family: 'OpenDyslexic', otherwise: 'sans-serif' },
  literata: { sheet: '@fontsource-variable/literata/index.css', family: 'Literata Variable', otherwise: 'serif' },
  'comic-neue': { sheet: '@fontsource/comic-neue/400.css', family: 'Comic Neue', otherwise: 'cursive' },
  'courier-prime': { sheet: '@fontsource/courier-prime/400.css', family: 'Courier Prime', otherwise: 'monospace' },
}; // prettier-ignore

/** A part of a typeface as a file. */
export interface FontFile {
  readonly name: string;
  readonly content: Buffer;
  /** CSS's `unicode-range`; undefined where the file is for all letters. */
  readonly range: string | undefined;
}

const require = createRequire(import.meta.url);

/** The files of a typeface for Latin letters. */
export function fontFiles(font: FontId): FontFile[] {
  const sheet = require.resolve(FACES[font].sheet);
  return readFileSync(sheet, 'utf8')
    .split('@font-face')
    .flatMap((rule) => {
      const file = /url\(\.\/(files\/[^)]*-latin(?:-ext)?-[^)]*normal\.woff2)\)/u.exec(rule)?.[1];
      if (file === undefined) return [];
      return [
        {
          name: path.basename(file),
          content: readFileSync(path.join(path.dirname(sheet), file)),
          range: /unicode-range:\s*([^;]+);/u.exec(rule)?.[1],
        },
      ];
    });
}

/** CSS's value of `font-family`. */
export function fontFamily(font: FontId): string {
  const { family, otherwise } = FACES[font];
  return `'${family}', ${otherwise}`;
}

/** `@font-face` rules of a typeface. @param addressOf where a file is fetched from. */
export function fontRules(font: FontId, addressOf: (file: FontFile) => string): string {
  return fontFiles(font)
    .map(
      (file) =>
        `@font-face{font-family:'${FACES[font].family}';font-style:normal;font-weight:100 900;src:url(${addressOf(file)}) format('woff2')${file.range === undefined ? '' : `;unicode-range:${file.range}`}}`,
    )
    .join('\n');
}

let byName: Map<string, Buffer> | undefined;

/** The content of a file of any of the typefaces; undefined for a name that none has. */
export function fontFileNamed(name: string): Buffer | undefined {
  byName ??= new Map(
    (Object.keys(FACES) as FontId[]).flatMap((font) =>
      fontFiles(font).map((file) => [file.name, file.content]),
    ),
  );
  return byName.get(name);
}
