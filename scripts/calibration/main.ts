import {
  baseLanguage,
  blocksFromPlainText,
  measureLoudness,
  planHandout,
  speechAmount,
  type SpeechPlan,
} from '@aurelfield/core';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { ESPEAK_SAMPLE_RATE, loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import type { Calibration } from '../../packages/voices/src/espeak/settings.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';
import { CALIBRATION_TEXTS } from './texts.ts';

/** `npm run calibrate`: measures how fast and how loud every voice speaks, and stores it beside the adapter. */
const RATES = [80, 110, 140, 175, 220, 280, 350, 450];
const LOUDNESS_RATE = 175;
const TARGET = fileURLToPath(new URL('../../packages/voices/src/espeak/calibration.json', import.meta.url));
const NO_PAUSES = { comma: 0, sentence: 0, paragraph: 0, heading: 0 };

const speaker = new Speaker(await loadEspeak());
const measured: Record<string, Calibration> = {};
for (const { id, identifier, language } of ESPEAK_VOICES) {
  const text = CALIBRATION_TEXTS[baseLanguage(language)];
  if (text === undefined) throw new Error(`There is no calibration text for ${language}.`);
  const settings = { speed: 175, pitch: 0, pauses: NO_PAUSES, loudness: 'usual' as const };
  const plans = [
    ...planHandout(blocksFromPlainText(text), language, { id, engineVersion: '' }, settings),
  ].map(({ plan }) => plan);
  const amount = plans.reduce((sum, plan) => sum + speechAmount(plan.words, plan.breaks.length + 1), 0);
  const say = (rate: number) =>
    plans.map((plan: SpeechPlan) =>
      speaker.speak({ identifier, rate, pitch: 50, wordGap: 0, gain: 0, plan }),
    );
  const curve = RATES.map((rate) => {
    const seconds = say(rate).reduce((sum, { duration }) => sum + duration, 0);
    return [Math.round((amount * 600) / seconds) / 10, rate] as const;
  });
  const { lufs } = measureLoudness(
    Int16Array.from(say(LOUDNESS_RATE).flatMap(({ pcm }) => [...pcm])),
    ESPEAK_SAMPLE_RATE,
  );
  measured[identifier] = { curve, lufs: Math.round(lufs * 10) / 10 };
  console.log(identifier, lufs.toFixed(1), curve.map(([speed, rate]) => `${rate}:${speed}`).join(' '));
}
const lines = Object.entries(measured).map(
  ([identifier, calibration]) => `  ${JSON.stringify(identifier)}: ${JSON.stringify(calibration)}`,
);
writeFileSync(TARGET, `{\n${lines.join(',\n')}\n}\n`);
