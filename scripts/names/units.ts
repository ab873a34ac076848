import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { ROOT } from '../lib/prepare.mjs';

const SOURCE = path.join(ROOT, 'node_modules/cldr-units-full/main/en-GB/units.json');
const TARGET = path.join(ROOT, 'packages/core/src/spoken/cldrUnits.json');
const names = z.record(z.string(), z.record(z.string(), z.string()).catch({}));

/**
 * Writes every unit of the Unicode CLDR in British English as it is abbreviated and as it is written in full,
 * for one and for three: "1 kg", "1 kilogram", "3 kg", "3 kilograms".
 */
export function writeUnits(): void {
  const { long, short } = z
    .object({ main: z.object({ 'en-GB': z.object({ units: z.object({ long: names, short: names }) }) }) })
    .parse(JSON.parse(readFileSync(SOURCE, 'utf8'))).main['en-GB'].units;
  const units: Record<string, string[]> = {};
  for (const [unit, inFull] of Object.entries(long)) {
    const forms = (['one', 'other'] as const).flatMap((count, i) =>
      [short[unit], inFull].map((pattern) =>
        pattern?.[`unitPattern-count-${count}`]?.replace('{0}', i === 0 ? '1' : '3'),
      ),
    );
    const whole = forms.filter((form) => form !== undefined);
    if (whole.length === forms.length) units[unit] = whole;
  }
  writeFileSync(TARGET, `${JSON.stringify(units, undefined, 2)}\n`);
  console.log(`${Object.keys(units).length} units are listed.`);
}
