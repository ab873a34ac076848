import { planAtPace, type PlannedSentence } from '@aurelfield/core/speech';
import { blocksFromMarkdown } from '@aurelfield/core/text';
import type { Pupil, Reading } from '@aurelfield/api';
import { DEMO_PUPILS } from '../../packages/server/src/demo/people.ts';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { espeakPitch, espeakSpeed } from '../../packages/voices/src/espeak/settings.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';
import { startBenchApp } from './benchApp.ts';
import { milliseconds, quantile, ratio, row } from './print.ts';
import { thousandWords } from './texts.ts';

const VOICE = 'espeak-en-gb-scotland-lower-1';
const RUNS = 5;

/**
 * Calls the engine on the same spoken words with nothing around it: no pool, no timing, no cutting, no store.
 */
async function engineAlone(
  sentences: readonly PlannedSentence[],
): Promise<{ engine: number; withTiming: number; audio: number }> {
  const bare = await loadEspeak();
  const speaker = new Speaker(bare);
  const identifier = ESPEAK_VOICES.find(({ id }) => id === VOICE)?.identifier ?? '';
  const ask = ({ plan }: PlannedSentence) => ({
    identifier,
    ...espeakSpeed(identifier, plan.speed),
    pitch: espeakPitch(0),
    gain: 0,
    plan,
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

/** From a text to all its sound, and back from the store: ratios against the bare engine in the same run. */
export async function pipeline(): Promise<void> {
  const ines = DEMO_PUPILS[0];
  if (!ines) throw new Error('The demo has no pupils.');
  const text = thousandWords();
  const blocks = blocksFromMarkdown(text);
  const { pace, pitch } = ines.profile;
  const plan = () => [
    ...planAtPace(
      blocks,
      'en-GB',
      { id: VOICE, engineVersion: 'bench' },
      { pace, pitch, sampleRate: 22_050 },
    ),
  ];
  plan();
  const [planning, sentences] = await milliseconds(plan);
  const words = sentences.reduce((sum, sentence) => sum + sentence.words.length, 0);
  console.log(`\nA text of ${words} words, ${sentences.length} sentences; ${VOICE}; pace of ${ines.name}\n`);
  const bare = await engineAlone(sentences);
  row('bare engine, one thread', `${bare.engine.toFixed(0)} ms`);
  row('  of which real time', `${(bare.audio / (bare.engine / 1000)).toFixed(0)} ×`);
  row('text → spoken words → plan ÷ bare engine', ratio(planning, bare.engine));
  row('engine with timing and cutting, one thread ÷ bare engine', ratio(bare.withTiming, bare.engine));

  const app = await startBenchApp();
  try {
    const { client } = app;
    const pupils = await client.get<Pupil[]>('/pupils');
    const pupil = pupils.find(({ name }) => name === ines.name);
    if (!pupil) throw new Error('The demo’s first pupil is not there.');
    const add = (title: string, body: string) =>
      client.addHandout({ title, text: body, language: 'en-GB', format: 'markdown' });
    const made = async (reading: Reading) => {
      for (;;) {
        const { job } = await client.get<Reading>(`/readings/${reading.id}`);
        if (job?.state === 'done') return;
        if (job?.state === 'failed') throw new Error(job.error ?? 'failed');
        await new Promise((resolve) => setTimeout(resolve, 10));
      }
    };
    // Once with another text, so that the workers are as warm as a server that has been up for a while.
    await made(await client.open((await add('Warm', text.replace(/the/gu, 'that'))).id, pupil.id));
    const cold: number[] = [];
    const handout = await add('Thousand words', text);
    for (let run = 0; run < RUNS; run++) {
      // Another pitch is another sound of the same words.
      const twin = await client.send<Pupil>('POST', '/pupils', {
        name: `Pitch ${run}`,
        note: '',
        profile: { ...pupil.profile, pitch: run - 6 },
      });
      cold.push((await milliseconds(async () => made(await client.open(handout.id, twin.id))))[0]);
    }
    row(
      `whole pipeline on a cold cache ÷ bare engine, median of ${RUNS}`,
      ratio(quantile(cold, 0.5), bare.engine),
      'aim ≤ 1.10',
    );
    row(
      '  least and most',
      `${ratio(Math.min(...cold), bare.engine)} – ${ratio(Math.max(...cold), bare.engine)}`,
    );
    await made(await client.open(handout.id, pupil.id));

    const reading = await client.open(handout.id, pupil.id);
    const before = await app.clips();
    const again: number[] = [];
    const replay: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      again.push(
        (
          await milliseconds(async () => {
            await client.open(handout.id, pupil.id);
            await client.get(`/readings/${reading.id}/sentences?from=0&to=2000`);
            await client.bytes(`/readings/${reading.id}/audio.wav?from=0&to=3`);
          })
        )[0],
      );
      replay.push(
        (
          await milliseconds(() =>
            client.bytes(`/readings/${reading.id}/audio.wav?from=0&to=${reading.sentences}`),
          )
        )[0],
      );
    }
    row(
      'opened again: all times and the first stretch ÷ bare engine',
      ratio(quantile(again, 0.5), bare.engine),
    );
    row(
      `whole replay, all sound fetched ÷ bare engine, median of ${RUNS}`,
      ratio(quantile(replay, 0.5), bare.engine),
      'aim ≤ 0.02',
    );
    row('  clips made for it', String((await app.clips()) - before), '0');

    const beforeEdit = await app.clips();
    const edited = await add(
      'One word changed',
      text.replace('a wide, wet, brown field', 'a wide, wet, green field'),
    );
    await made(await client.open(edited.id, pupil.id));
    row(
      'clips made after a change of one word',
      `${(await app.clips()) - beforeEdit} of ${sentences.length}`,
      '1',
    );

    const beforeClass = await app.clips();
    for (let i = 0; i < 12; i++) {
      const twin = await client.send<Pupil>('POST', '/pupils', {
        name: `Twin ${i}`,
        note: '',
        profile: {
          ...pupil.profile,
          pauses: { comma: 0.1 + i / 20, sentence: 0.3 + i / 10, paragraph: 0.5 + i / 8, heading: 1 + i / 8 },
        },
      });
      await made(await client.open(handout.id, twin.id));
    }
    row(
      'clips made for 12 pupils who differ in pauses only, after the first',
      String((await app.clips()) - beforeClass),
      '0',
    );

    const first: number[] = [];
    for (let i = 0; i < 12; i++) {
      const fresh = await add(
        `Fresh ${i}`,
        `On day ${i} the ferry turned back at the ${i}th buoy, and nobody knew why it had. ${text}`,
      );
      const [time] = await milliseconds(async () => {
        const { id } = await client.open(fresh.id, pupil.id);
        await client.bytes(`/readings/${id}/audio.wav?from=0&to=1`);
      });
      first.push(time);
    }
    row(
      'opening an unheard text → first sentence’s sound in hand, median',
      `${quantile(first, 0.5).toFixed(0)} ms`,
      'aim ≤ 200 ms',
    );
    row('  slowest of 12, each while the ones before are being made', `${Math.max(...first).toFixed(0)} ms`);
  } finally {
    await app.stop();
  }
}
