import { planHandout } from '@aurelfield/core/speech';
import { blocksFromPlainText } from '@aurelfield/core/text';
import { EspeakEngine, FestivalEngine, FliteEngine, type SpeechEngine } from '@aurelfield/voices';

/**
 * `npm run bench:anything [lines] [voice]`: lines of random characters of all scripts, signs and controls
 * (3,000 by default), said by a voice of each engine, or by one voice; prints how many sentences failed or
 * have not a time for each word. Takes about half an hour.
 */
const [lines = '3000', only] = process.argv.slice(2);
const RANGES = [[0x20, 0x7e], [0x20, 0x7e], [0x30, 0x39], [0xa0, 0x24f], [0x370, 0x3ff], [0x400, 0x4ff], [0x5d0, 0x6ff], [0x900, 0x97f], [0x2000, 0x22ff], [0x3040, 0x30ff], [0x4e00, 0x4fff], [0xd7a0, 0xe010], [0xfff0, 0xffff], [0x1f300, 0x1f9ff]] as const; // prettier-ignore
const EACH = [
  'espeak-en-gb-higher-1',
  'festival-en-us-higher',
  'festival-en-us-lower',
  'festival-en-gb-higher',
  'flite-en-scottish-lower',
];
const VOICES = only === undefined ? EACH : [only];
const AT_ONCE = 4;

/** mulberry32 */
let state = 2026;
function random(): number {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
}

const text = Array.from({ length: Number(lines) }, () =>
  Array.from({ length: 5 + Math.floor(random() * 30) }, () => {
    const [low, high] = RANGES[Math.floor(random() * RANGES.length)] ?? [0x20, 0x7e];
    return random() < 0.2 ? ' ' : String.fromCodePoint(low + Math.floor(random() * (high - low)));
  }).join(''),
).join('\n\n');
const blocks = blocksFromPlainText(text);

const engines: SpeechEngine[] = [new EspeakEngine(), new FestivalEngine(), new FliteEngine()];
for (const engine of engines) {
  await engine.start();
  for (const { id, sampleRate } of engine.voices.filter((voice) => VOICES.includes(voice.id))) {
    const plans = [
      ...planHandout(
        blocks,
        'en-GB',
        { id, engineVersion: engine.versionOf(id) },
        { speed: 250, pitch: 0, sampleRate },
      ),
    ].map(({ plan }) => plan);
    const wrong: string[] = [];
    let next = 0;
    const slot = async () => {
      for (let plan = plans[next++]; plan !== undefined; plan = plans[next++]) {
        try {
          const { words } = await engine.speak(plan);
          if (words.length !== plan.words.length)
            wrong.push(`${words.length} times: ${plan.words.join(' ')}`);
        } catch (error) {
          wrong.push(`${String(error)}: ${plan.words.join(' ')}`);
        }
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, slot));
    console.log(`${id.padEnd(28)} ${plans.length} sentences, ${wrong.length} failed`);
    for (const line of wrong.slice(0, 5)) console.log(`  ${line.slice(0, 200)}`);
  }
  await engine.stop();
}
