import { readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const DEMO = fileURLToPath(new URL('../../../packages/server/demo/handouts', import.meta.url));
const LICENCES = '/usr/share/common-licenses';

/** To tune on. */
export const TUNED_ON = [
  ...['kiln-letter.md', 'lamplighters.md', 'peat-bog.md', 'tide-table.md'].map((name) =>
    path.join(DEMO, name),
  ),
  path.join(LICENCES, 'GPL-3'),
];
/** Set aside: of Debian's package base-files. */
export const SET_ASIDE = ['Apache-2.0', 'Artistic', 'CC0-1.0', 'LGPL-2.1', 'MPL-2.0'].map((name) =>
  path.join(LICENCES, name),
);

const SENTENCES = 10;

/** The first sentences of a text that are made of plain words alone, as words in lower case. */
export function plainSentences(file: string): string[][] {
  return readFileSync(file, 'utf8')
    .replace(/^#.*$/gmu, '')
    .split(/\n\s*\n/u)
    .flatMap((paragraph) => paragraph.replace(/\s+/gu, ' ').split(/(?<=[.!?;:])\s/u))
    .map((sentence) =>
      sentence
        .replace(/[,.;:!?"“”()]/gu, '')
        .replace(/’/gu, "'")
        .trim(),
    )
    .filter((sentence) => /^[A-Za-z' ]+$/u.test(sentence) && !/[A-Z]{2}/u.test(sentence))
    .map((sentence) => sentence.toLowerCase().split(/\s+/u))
    .filter(({ length }) => length >= 6 && length <= 28)
    .slice(0, SENTENCES);
}
