import { DEFAULT_NAMES, type ClassSet, type Pupil } from '@aurelfield/api';
import { fork } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { startBenchApp } from './benchApp.ts';
import { milliseconds, row } from './print.ts';
import { demoTexts } from './texts.ts';

const HANDOUTS = 6;

/**
 * How long the engine alone takes for the same work in so many processes at once, each held to a processor.
 * Milliseconds for one.
 */
async function engineAlone(processes: number): Promise<number> {
  const times = await Promise.all(
    Array.from(
      { length: processes },
      (_, cpu) =>
        new Promise<number>((resolve, reject) => {
          const child = fork(fileURLToPath(new URL('./engineAlone.ts', import.meta.url)), [], {
            execPath: 'taskset',
            execArgv: ['-c', String(cpu % availableParallelism()), process.execPath, '--import', 'tsx'],
          });
          child.once('message', (time) => resolve(Number(time)));
          child.once('error', reject);
          child.once('exit', (status) => reject(new Error(`The engine ended with ${status}.`)));
        }),
    ),
  );
  return Math.max(...times);
}

/** Rounds of one worker and two in turn: the speed of a machine that others share changes within minutes. */
const ROUNDS = 2;

/** A class set (six handouts for six pupils) made by one worker and by two. */
export async function workers(): Promise<void> {
  console.log(`\n${HANDOUTS} handouts for each of six pupils, by workers of their own\n`);
  const best = { one: Infinity, two: Infinity, alone: Infinity, together: Infinity };
  for (let round = 0; round < ROUNDS; round++) {
    best.one = Math.min(best.one, await classSet(1));
    best.alone = Math.min(best.alone, await engineAlone(1));
    best.two = Math.min(best.two, await classSet(2));
    best.together = Math.min(best.together, await engineAlone(2));
  }
  row(
    'the engine alone, one process ÷ two (what this machine has)',
    ((2 * best.alone) / best.together).toFixed(2),
  );
  row('one worker ÷ two workers, the best of each', (best.one / best.two).toFixed(2), 'aim ≥ 1.8');
}

/** Milliseconds that so many workers need for the class set. */
async function classSet(count: number): Promise<number> {
  const app = await startBenchApp('serve');
  try {
    for (let i = 0; i < count; i++) await app.startWorker();
    await new Promise((resolve) => setTimeout(resolve, 4000));
    const { client } = app;
    const pupils = await client.get<Pupil[]>('/pupils');
    const texts = demoTexts();
    const handoutIds: string[] = [];
    for (let i = 0; i < HANDOUTS; i++) {
      const text = `Set ${i}. ${texts[i % texts.length] ?? ''}`.replace(
        /the/gu,
        i < texts.length ? 'the' : 'that',
      );
      handoutIds.push(
        (await client.addHandout({ title: `Set ${i}`, text, language: 'en-GB', format: 'markdown' })).id,
      );
    }
    const [time] = await milliseconds(async () => {
      const { id } = await client.send<ClassSet>('POST', '/class-sets', {
        handoutIds,
        pupilIds: pupils.map((pupil) => pupil.id),
        // Files that take no time to write: making the sound is measured.
        output: { format: 'vtt' },
        naming: { pattern: DEFAULT_NAMES, initials: false },
      });
      for (;;) {
        const set = await client.get<ClassSet>(`/class-sets/${id}`);
        if (set.state === 'done') return;
        if (set.state === 'failed') throw new Error('A job of the class set failed.');
        // As often as a screen asks.
        await new Promise((resolve) => setTimeout(resolve, 500));
      }
    });
    row(
      `${count} worker${count === 1 ? '' : 's'}, ${await app.clips()} clips`,
      `${(time / 1000).toFixed(1)} s`,
    );
    return time;
  } finally {
    await app.stop();
  }
}
