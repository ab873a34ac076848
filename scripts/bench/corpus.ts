import { planHandout, type SpeechPlan } from '@aurelfield/core/speech';
import { blocksFromPlainText } from '@aurelfield/core/text';
import { FestivalEngine } from '@aurelfield/voices';
import { readFileSync } from 'node:fs';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { phoneName } from '../../packages/voices/src/espeak/phones.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { engineText } from '../../packages/voices/src/espeak/text.ts';
import { wordTimes } from '../../packages/voices/src/espeak/wordTimes.ts';
import type { EspeakEvent } from '../../packages/voices/src/espeak/module.ts';

/**
 * `npm run bench:corpus`: speaks more than 20,000 words of texts that Debian ships with every engine and
 * looks for words that are not heard and for onsets that are not those of a phone of the engine's own.
 */
const FILES = ['GPL-3', 'GFDL-1.3', 'LGPL-2.1', 'MPL-1.1', 'MPL-2.0', 'Apache-2.0', 'CC0-1.0', 'Artistic'];
const folder = '/usr/share/common-licenses/';
const blocks = FILES.flatMap((file) => blocksFromPlainText(readFileSync(folder + file, 'utf8')));

function plansFor(voice: string): SpeechPlan[] {
  return [
    ...planHandout(
      blocks,
      'en-GB',
      { id: voice, engineVersion: '' },
      { speed: 300, pitch: 0, sampleRate: 22_050 },
    ),
  ].map(({ plan }) => plan);
}

interface Found {
  words: number;
  missing: string[];
  offPhone: number;
  worst: number;
}

/** Compares word onsets with phone onsets, both in milliseconds. */
function compare(
  found: Found,
  plan: SpeechPlan,
  words: readonly { start: number; end: number }[],
  phones: readonly number[],
) {
  plan.words.forEach((word, i) => {
    found.words += 1;
    const time = words[i];
    if (!time || time.end <= time.start) {
      found.missing.push(word);
      return;
    }
    const distance = Math.min(...phones.map((at) => Math.abs(at - time.start)));
    found.worst = Math.max(found.worst, distance);
    if (distance > 10) found.offPhone += 1;
  });
}

function print(voice: string, { words, missing, offPhone, worst }: Found) {
  console.log(
    `${voice.padEnd(32)} ${words} words, ${missing.length} without a time of their own${missing.length > 0 ? ` (${[...new Set(missing)].slice(0, 8).join(', ')})` : ''}, ${offPhone} more than 10 ms off a phone, worst ${worst.toFixed(1)} ms`,
  );
}

const engine = await loadEspeak();
for (const [voice, identifier] of [
  ['espeak-en-gb-higher-1', 'gmw/en+f2'],
  ['espeak-en-gb-scotland-lower-1', 'gmw/en-GB-scotland+m3'],
] as const) {
  const speaker = new Speaker(engine);
  const found: Found = { words: 0, missing: [], offPhone: 0, worst: 0 };
  engine.set_voice(identifier);
  engine.set_rate(250);
  for (const plan of plansFor(voice)) {
    const { text, starts } = engineText(plan);
    const events: EspeakEvent[] = [];
    engine.synthesize(text, (_pcm, heard) => {
      events.push(...heard);
      return false;
    });
    const alone = (word: number) =>
      speaker
        .pronounce({ identifier, language: 'en-GB', words: [plan.words[word] ?? ''] })[0]
        ?.map(phoneName)
        .filter((name) => name !== '') ?? [];
    const phones = events.filter(({ type }) => type === 'phoneme').map(({ audio_position: at }) => at);
    compare(found, plan, wordTimes(events, starts, alone), phones);
  }
  print(voice, found);
}

const festival = new FestivalEngine();
await festival.start();
for (const { id } of festival.voices) {
  const found: Found = { words: 0, missing: [], offPhone: 0, worst: 0 };
  const queue = plansFor(id).values();
  const slot = async () => {
    for (const plan of queue) {
      const { words, phones } = await festival.say(plan, 2, { phones: true });
      compare(found, plan, words, [0, ...phones.map(({ end }) => end)]);
    }
  };
  await Promise.all([slot(), slot()]);
  print(id, found);
}
await festival.stop();
