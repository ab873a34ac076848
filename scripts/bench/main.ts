import {
  blocksFromMarkdown,
  planHandout,
  speedForPace,
  type Block,
  type PlannedSentence,
} from '@aurelfield/core';
import type { Pupil, Reading } from '@aurelfield/api';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { startServer } from '../../packages/server/src/index.ts';
import { DEMO_PUPILS, DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { espeakPitch, espeakSpeed } from '../../packages/voices/src/espeak/settings.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';
import { startPostgres } from '../lib/postgres.mjs';
import { Client } from './client.ts';
import { measureInBrowser } from './browser.ts';
import { printPaceErrors } from './pace.ts';

/** `npm run bench`: ratios against the bare engine in the same run, and what a listener notices. Numbers, no pass mark: these machines are noisy. */
const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const VOICE = 'espeak-en-gb-scotland-lower-1';

const milliseconds = async <T>(work: () => T | Promise<T>): Promise<[number, T]> => {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
};
const row = (what: string, value: string, aim = '') =>
  console.log(`${what.padEnd(62)} ${value.padStart(14)}   ${aim}`);

/** The demo's texts, cut after the block in which the thousandth word stands. */
function thousandWords(): string {
  const folder = path.join(ROOT, 'packages/server/demo/handouts');
  const blocks = readdirSync(folder)
    .sort()
    .flatMap((file) => readFileSync(path.join(folder, file), 'utf8').split(/\n{2,}/u));
  let words = 0;
  const upTo = blocks.findIndex((block) => (words += block.split(/\s+/u).length) >= 1000);
  return blocks.slice(0, upTo + 1).join('\n\n');
}

/** Calls the engine on the same spoken words with nothing around it: no pool, no timing, no cutting, no store. */
async function bareEngine(
  sentences: readonly PlannedSentence[],
): Promise<{ engine: number; withTiming: number; audio: number }> {
  const bare = await loadEspeak();
  const speaker = new Speaker(bare);
  const identifier = ESPEAK_VOICES.find(({ id }) => id === VOICE)?.identifier ?? '';
  const ask = (sentence: PlannedSentence) => ({
    identifier,
    ...espeakSpeed(identifier, sentence.plan.speed),
    pitch: espeakPitch(0),
    gain: 0,
    plan: sentence.plan,
  });
  for (const sentence of sentences.slice(0, 8)) speaker.speak(ask(sentence));
  let audio = 0;
  const [engine] = await milliseconds(() => {
    for (const { plan } of sentences) {
      bare.set_voice(identifier);
      bare.set_rate(espeakSpeed(identifier, plan.speed).rate);
      bare.synthesize(`${plan.words.join(' ')}.`, (pcm) => {
        audio += pcm.length / 22_050;
        return false;
      });
    }
  });
  const [withTiming] = await milliseconds(() => {
    for (const sentence of sentences) speaker.speak(ask(sentence));
  });
  return { engine, withTiming, audio };
}

const cluster = await startPostgres(path.join(tmpdir(), `aurelfield-bench-${process.pid}`), {
  throwaway: true,
});
const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-bench-data-'));
const server = await startServer({
  databaseUrl: cluster.url('bench'),
  dataFolder,
  host: '127.0.0.1',
  port: 0,
  demo: true,
  secret: 'a secret for the bench',
  webFolder: path.join(ROOT, 'dist/web'),
  resources: path.join(ROOT, 'packages/server'),
  espeakWorker: undefined,
  modelProcess: undefined,
  readerProcess: undefined,
  allowedOrigins: [],
  demoPhoto: false,
  standIns: false,
  logLevel: 'silent',
});
try {
  const ines = DEMO_PUPILS[0];
  if (!ines) throw new Error('The demo has no pupils.');
  const text = thousandWords();
  const blocks: Block[] = blocksFromMarkdown(text);
  const { pace, pauses } = ines.profile;
  const plan = () => [
    ...planHandout(
      blocks,
      'en-GB',
      { id: VOICE, engineVersion: 'bench' },
      {
        speed: speedForPace(blocks, 'en-GB', { pace, pauses }),
        pitch: ines.profile.pitch,
        loudness: ines.profile.loudness,
        pauses,
      },
    ),
  ];
  plan();
  const [planning, sentences] = await milliseconds(plan);
  const words = sentences.reduce((sum, sentence) => sum + sentence.words.length, 0);

  console.log(
    `\nA text of ${words} words, ${sentences.length} sentences; ${VOICE}; pace and pauses of ${ines.name}\n`,
  );
  const bare = await bareEngine(sentences);
  row('bare engine, one thread', `${bare.engine.toFixed(0)} ms`);
  row('  of which real time', `${(bare.audio / (bare.engine / 1000)).toFixed(0)} ×`);
  row('text → spoken words → plan ÷ bare engine', ratio(planning, bare.engine));
  row('engine with timing and cutting, one thread ÷ bare engine', ratio(bare.withTiming, bare.engine));

  const client = new Client(`http://127.0.0.1:${server.port}`);
  await client.signIn(DEMO_SIGN_IN);
  const pupilId = (await client.get<Pupil[]>('/pupils')).find(({ name }) => name === ines.name)?.id ?? '';
  const add = (title: string, body: string) =>
    client.addHandout({ title, text: body, language: 'en-GB', format: 'markdown' });
  const made = async (reading: Reading) => {
    for (;;) {
      const { job } = await client.get<Reading>(`/readings/${reading.id}`);
      if (job?.state === 'done') return;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  // Once with another text, so that the workers are as warm as a server that has been up for a while.
  await made(await client.open((await add('Warm', text.replace(/the/gu, 'that'))).id, pupilId));
  const handout = await add('Thousand words', text);
  const [cold] = await milliseconds(async () => made(await client.open(handout.id, pupilId)));
  row('whole pipeline on a cold cache ÷ bare engine', ratio(cold, bare.engine), 'aim ≤ 1.25');
  const reading = await client.open(handout.id, pupilId);
  const before = server.synthesised();
  const [again] = await milliseconds(async () => {
    await client.open(handout.id, pupilId);
    await client.get(`/readings/${reading.id}/sentences?from=0&to=2000`);
    await client.bytes(`/readings/${reading.id}/audio.wav?from=0&to=3`);
  });
  row('opened again: all times and the first stretch ÷ bare engine', ratio(again, bare.engine));
  const [replay] = await milliseconds(() =>
    client.bytes(`/readings/${reading.id}/audio.wav?from=0&to=${reading.sentences}`),
  );
  row('cached replay, whole sound fetched ÷ bare engine', ratio(replay, bare.engine), 'aim ≤ 0.02');
  row('  clips synthesised for it', String(server.synthesised() - before), '0');
  const edited = await add(
    'One word changed',
    text.replace('a wide, wet, brown field', 'a wide, wet, green field'),
  );
  const beforeEdit = server.synthesised();
  await made(await client.open(edited.id, pupilId));
  row(
    'sentences synthesised after a change of one word',
    `${server.synthesised() - beforeEdit} of ${reading.sentences}`,
  );

  const first: number[] = [];
  for (let i = 0; i < 12; i++) {
    const fresh = await add(
      `Fresh ${i}`,
      `On day ${i} the ferry turned back at the ${i}th buoy, and nobody knew why it had. ${text}`,
    );
    const [time] = await milliseconds(async () => {
      const { id } = await client.open(fresh.id, pupilId);
      await client.bytes(`/readings/${id}/audio.wav?from=0&to=1`);
    });
    first.push(time);
  }
  row(
    'opening an unheard text → first sentence’s sound in hand, median',
    `${quantile(first, 0.5).toFixed(0)} ms`,
  );

  await printPaceErrors(ROOT);

  console.log('\nIn headless Chromium\n');
  const seen = await measureInBrowser(`http://127.0.0.1:${server.port}`, add, pupilId, text);
  row(
    'play pressed the moment it can be → first sound, median',
    `${quantile(seen.firstSound, 0.5).toFixed(0)} ms`,
    'aim ≤ 300 ms',
  );
  row('  slowest of ' + String(seen.firstSound.length), `${Math.max(...seen.firstSound).toFixed(0)} ms`);
  row(
    `a word is lit after its onset (${seen.lateness.length} words), median`,
    `${(quantile(seen.lateness, 0.5) * 1000).toFixed(0)} ms`,
  );
  row('  95th percentile', `${(quantile(seen.lateness, 0.95) * 1000).toFixed(0)} ms`, 'aim ≤ 50 ms');
  console.log(
    `\nMachine: ${execFileSync('nproc', { encoding: 'utf8' }).trim()} processors, Node ${process.version}\n`,
  );
} finally {
  await server.stop();
  cluster.stop();
}

function ratio(value: number, base: number): string {
  return `${(value / base).toFixed(3)}`;
}

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
}
