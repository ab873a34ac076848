import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

const ROOT = fileURLToPath(new URL('../packages', import.meta.url));
/** What runs on pupils' devices. */
const FOLDERS = ['page/src', 'page/public', 'player/src', 'web/src/board', 'web/public', 'core/src/timeline', 'core/src/phrases']; // prettier-ignore
/** What Safari 15.4, the oldest browser that pupils have, does not know (MDN's compatibility tables, from memory). Where a fallback stands beside it, its file is named. */
const TOO_NEW: readonly { readonly name: string; readonly pattern: RegExp; readonly allowed?: string }[] = [
  { name: 'AbortSignal.timeout (16.0)', pattern: /AbortSignal\.timeout/u },
  { name: 'AbortSignal.any (17.4)', pattern: /AbortSignal\.any/u },
  { name: 'copying array methods (16.0)', pattern: /\.(?:toSorted|toReversed|toSpliced)\(/u },
  { name: 'Object.groupBy, Map.groupBy (17.4)', pattern: /(?:Object|Map)\.groupBy/u },
  { name: 'Promise.withResolvers (17.4)', pattern: /Promise\.withResolvers/u },
  { name: 'Array.fromAsync (16.4)', pattern: /Array\.fromAsync/u },
  { name: 'well-formed strings (16.4)', pattern: /\.(?:isWellFormed|toWellFormed)\(/u },
  { name: 'checkVisibility (17.4)', pattern: /\.checkVisibility\(/u },
  { name: 'lookbehind in expressions (16.4)', pattern: /\(\?<[=!]/u },
  { name: 'constructed style sheets (16.4)', pattern: /new CSSStyleSheet/u, allowed: 'addStyles.ts' },
  { name: 'light-dark() (17.5)', pattern: /light-dark\(/u },
  { name: 'randomUUID on plain http', pattern: /crypto\.randomUUID\(/u },
];

const files = FOLDERS.flatMap((folder) =>
  readdirSync(path.join(ROOT, folder), { recursive: true })
    .map((name) => path.join(ROOT, folder, String(name)))
    .filter((name) => /\.(?:tsx?|js|css)$/u.test(name) && !/\.test\.tsx?$/u.test(name)),
);

test.each(TOO_NEW)('pupils’ devices need no $name', ({ pattern, allowed }) => {
  const found = files.filter(
    (file) => path.basename(file) !== allowed && pattern.test(readFileSync(file, 'utf8')),
  );
  expect(files.length).toBeGreaterThan(40);
  expect(found.map((file) => path.relative(ROOT, file))).toEqual([]);
});
