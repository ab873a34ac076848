import { measureLoudness } from '@aurelfield/core/audio';
import { planHandout, speechAmount, type SpeechPlan } from '@aurelfield/core/speech';
import { baseLanguage, blocksFromPlainText } from '@aurelfield/core/text';
import { FestivalEngine, FliteEngine, type SpokenClip, type Voice } from '@aurelfield/voices';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Calibration } from '../../packages/voices/src/calibration/calibration.ts';
import { shapeClip } from '../../packages/voices/src/clip/shapeClip.ts';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';
import { CALIBRATION_TEXTS } from '../../packages/voices/src/calibration/texts.ts';

/**
 * `npm run calibrate [espeak|festival|flite]`: measures how fast and how loud every voice speaks, and stores
 * it beside the adapter.
 */

interface Task<V extends Voice> {
  readonly engine: string;
  readonly voices: readonly V[];
  /** What the adapter finds the measurements by. */
  readonly name: (voice: V) => string;
  /** In the engine's own unit, slowest first. */
  readonly rates: readonly number[];
  /** The rate at which the loudness is measured. */
  readonly defaultRate: number;
  readonly say: (voice: V, plan: SpeechPlan, rate: number) => SpokenClip | Promise<SpokenClip>;
}

async function calibrate<V extends Voice>(task: Task<V>): Promise<void> {
  const lines: string[] = [];
  for (const voice of task.voices) {
    const text = CALIBRATION_TEXTS[baseLanguage(voice.language)];
    if (text === undefined) throw new Error(`There is no calibration text for ${voice.language}.`);
    const settings = { speed: 175, pitch: 0, sampleRate: voice.sampleRate };
    const plans = [
      ...planHandout(
        blocksFromPlainText(text),
        voice.language,
        { id: voice.id, engineVersion: '' },
        settings,
      ),
    ].map(({ plan }) => plan);
    const amount = plans.reduce((sum, plan) => sum + speechAmount(plan.words, plan.breaks.length + 1), 0);
    const say = async (rate: number) => {
      const clips: SpokenClip[] = [];
      for (const plan of plans) clips.push(await task.say(voice, plan, rate));
      return clips;
    };
    const curve: [number, number][] = [];
    for (const rate of task.rates) {
      const seconds = (await say(rate)).reduce((sum, { duration }) => sum + duration, 0);
      curve.push([Math.round((amount * 600) / seconds) / 10, rate]);
    }
    const atDefault = await say(task.defaultRate);
    const { lufs } = measureLoudness(
      Int16Array.from(atDefault.flatMap(({ pcm }) => [...pcm])),
      voice.sampleRate,
    );
    const measured: Calibration = { curve, lufs: Math.round(lufs * 10) / 10 };
    lines.push(`  ${JSON.stringify(task.name(voice))}: ${JSON.stringify(measured)}`);
    console.log(
      task.name(voice),
      lufs.toFixed(1),
      curve.map(([speed, rate]) => `${rate}:${speed}`).join(' '),
    );
  }
  const target = new URL(`../../packages/voices/src/${task.engine}/calibration.json`, import.meta.url);
  writeFileSync(fileURLToPath(target), `{\n${lines.join(',\n')}\n}\n`);
}

/** Of the engines whose own rate is 1. */
const NATURAL_RATES = [0.3, 0.4, 0.5, 0.65, 0.8, 1, 1.25, 1.6, 2, 2.6];

const wanted = process.argv.slice(2);
const isWanted = (engine: string) => wanted.length === 0 || wanted.includes(engine);

if (isWanted('espeak')) {
  const speaker = new Speaker(await loadEspeak());
  await calibrate({
    engine: 'espeak',
    voices: ESPEAK_VOICES,
    name: ({ identifier }) => identifier,
    rates: [80, 110, 140, 175, 220, 280, 350, 450],
    defaultRate: 175,
    say: ({ identifier }, plan, rate) =>
      speaker.speak({ identifier, rate, pitch: 50, wordGap: 0, gain: 0, plan }),
  });
}

if (isWanted('festival')) {
  const festival = new FestivalEngine();
  await festival.start();
  await calibrate({
    engine: 'festival',
    voices: festival.voices,
    name: ({ id }) => id,
    rates: NATURAL_RATES,
    defaultRate: 1,
    say: async ({ sampleRate }, plan, rate) => {
      const { pcm, words } = await festival.say(plan, rate);
      return shapeClip(pcm, sampleRate, words, plan.breaks);
    },
  });
  await festival.stop();
}

if (isWanted('flite')) {
  const flite = new FliteEngine();
  await calibrate({
    engine: 'flite',
    voices: flite.voices,
    name: ({ id }) => id,
    rates: NATURAL_RATES,
    defaultRate: 1,
    say: async ({ sampleRate }, plan, rate) => {
      const { pcm, words } = await flite.say(plan, rate);
      return shapeClip(pcm, sampleRate, words, plan.breaks);
    },
  });
}
