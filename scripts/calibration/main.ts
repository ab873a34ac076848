import { baseLanguage, blocksFromPlainText, planHandout, speechAmount } from '@aurelfield/core';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import type { CalibrationPoint } from '../../packages/voices/src/espeak/settings.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';
import { CALIBRATION_TEXTS } from './texts.ts';

/** `npm run calibrate`: measures at which speed every voice speaks at the engine's own rates, and stores the curves beside the adapter. */
const RATES = [80, 110, 140, 175, 220, 280, 350, 450];
const TARGET = fileURLToPath(new URL('../../packages/voices/src/espeak/calibration.json', import.meta.url));
const NO_PAUSES = { comma: 0, sentence: 0, paragraph: 0, heading: 0 };

const speaker = new Speaker(await loadEspeak());
const curves: Record<string, CalibrationPoint[]> = {};
for (const { id, identifier, language } of ESPEAK_VOICES) {
  const text = CALIBRATION_TEXTS[baseLanguage(language)];
  if (text === undefined) throw new Error(`There is no calibration text for ${language}.`);
  const sentences = [
    ...planHandout(
      blocksFromPlainText(text),
      language,
      { id, engineVersion: '' },
      { speed: 175, pitch: 0, pauses: NO_PAUSES },
    ),
  ];
  const amount = sentences.reduce(
    (sum, { plan }) => sum + speechAmount(plan.words, plan.breaks.length + 1),
    0,
  );
  curves[identifier] = RATES.map((rate) => {
    const seconds = sentences.reduce(
      (sum, { plan }) => sum + speaker.speak({ identifier, rate, pitch: 50, wordGap: 0, plan }).duration,
      0,
    );
    return [Math.round((amount * 600) / seconds) / 10, rate];
  });
  console.log(identifier, curves[identifier].map(([speed, rate]) => `${rate}:${speed}`).join(' '));
}
const lines = Object.entries(curves).map(
  ([identifier, curve]) => `  ${JSON.stringify(identifier)}: ${JSON.stringify(curve)}`,
);
writeFileSync(TARGET, `{\n${lines.join(',\n')}\n}\n`);
