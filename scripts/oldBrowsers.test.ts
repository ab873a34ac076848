import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

const ROOT = fileURLToPath(new URL('../packages', import.meta.url));
/** What runs on pupils' devices. */
const FOLDERS = ['page/src', 'page/public', 'player/src', 'web/src/board', 'web/public', 'core/src/timeline', 'core/src/phrases']; // prettier-ignore
/** What Safari 15.4, the oldest browser that pupils have, does not know (MDN's compatibility tables, from memory). Where a fallback stands beside it, its file is named. */
const TOO_NEW: readonly (readonly [name: string, pattern: RegExp, allowed?: string])[] = [
  ['AbortSignal.timeout (16.0)', /AbortSignal\.timeout/u],
  ['AbortSignal.any (17.4)', /AbortSignal\.any/u],
  ['copying array methods (16.0)', /\.(?:toSorted|toReversed|toSpliced)\(/u],
  ['Object.groupBy, Map.groupBy (17.4)', /(?:Object|Map)\.groupBy/u],
  ['Promise.withResolvers (17.4)', /Promise\.withResolvers/u],
  ['Array.fromAsync (16.4)', /Array\.fromAsync/u],
  ['well-formed strings (16.4)', /\.(?:isWellFormed|toWellFormed)\(/u],
  ['checkVisibility (17.4)', /\.checkVisibility\(/u],
  ['lookbehind in expressions (16.4)', /\(\?<[=!]/u],
  ['constructed style sheets (16.4)', /new CSSStyleSheet/u, 'addStyles.ts'],
  ['light-dark() (17.5)', /light-dark\(/u],
  ['randomUUID on plain http', /crypto\.randomUUID\(/u],
];

const files = FOLDERS.flatMap((folder) =>
  readdirSync(path.join(ROOT, folder), { recursive: true })
    .map((name) => path.join(ROOT, folder, String(name)))
    .filter((name) => /\.(?:tsx?|js|css)$/u.test(name) && !/\.test\.tsx?$/u.test(name)),
);

test.each(TOO_NEW)('pupils’ devices need no %s', (_name: string, pattern: RegExp, allowed?: string) => {
  const found = files.filter(
    (file) => path.basename(file) !== allowed && pattern.test(readFileSync(file, 'utf8')),
  );
  expect(files.length).toBeGreaterThan(40);
  expect(found.map((file) => path.relative(ROOT, file))).toEqual([]);
});
