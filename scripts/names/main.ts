import { expandSentence } from '@aurelfield/core/speech';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { ROOT } from '../lib/prepare.mjs';
import { writeUnits } from './units.ts';

/**
 * `npm run names`: writes the units that the tests check ours with, and the English names (Unicode CLDR
 * annotations, "tts") of the symbols that no rule of ours says. The packages that have them are 160 MB and so
 * no dependencies: `npm install --no-save cldr-annotations-full@48.2.0 cldr-units-full@48.2.0` first.
 */
writeUnits();
const SOURCE = path.join(ROOT, 'node_modules/cldr-annotations-full/annotations/en/annotations.json');
const TARGET = path.join(ROOT, 'packages/core/src/spoken/signNames.json');
/** Bars and strokes that part words or figures. */
const PARTS = new Set('| ⁄ ∕ ⁻ ₋'.split(' '));
const LAST = 0x1fbff;
/** The rule that says a sign by the names written here. */
const RULE = 'sign by its name';

if (!existsSync(SOURCE)) {
  console.error('Type first: npm install --no-save cldr-annotations-full@48.2.0 cldr-units-full@48.2.0');
  process.exit(1);
}
const { annotations } = z
  .object({
    annotations: z.object({
      annotations: z.record(z.string(), z.object({ tts: z.array(z.string()).optional() })),
    }),
  })
  .parse(JSON.parse(readFileSync(SOURCE, 'utf8')));
const names: Record<string, string> = {};
for (let code = 0x20; code <= LAST; code++) {
  const sign = String.fromCodePoint(code);
  const name = annotations.annotations[sign]?.tts?.[0];
  if (name === undefined || PARTS.has(sign) || !/[\p{Sm}\p{Sc}\p{So}]/u.test(sign)) continue;
  const said = expandSentence(`a ${sign} b`, 'en-GB').find(({ text }) => text.includes(sign));
  if (said === undefined || said.spoken.length === 0 || said.rule === RULE)
    names[sign] = name.replace(/[-‑]/gu, ' ');
}
writeFileSync(TARGET, `${JSON.stringify(names, undefined, 2)}\n`);
console.log(`${Object.keys(names).length} signs have a name.`);
