import type { ClassSet, ClassSetPlan, ClassSetRequest, Pupil } from '@aurelfield/api';
import { startBenchApp } from './benchApp.ts';
import { milliseconds, row } from './print.ts';
import { demoTexts } from './texts.ts';

const [HANDOUTS, PUPILS, SETTINGS] = [6, 12, 3];

/**
 * A class set of six handouts for twelve pupils who hear in three ways, made by one worker and by two, files
 * and all.
 */
export async function sets(): Promise<void> {
  console.log(
    `\nA class set: ${HANDOUTS} handouts × ${PUPILS} pupils in ${SETTINGS} voice settings, as MP3\n`,
  );
  const one = await classSet(1);
  const two = await classSet(2);
  row('one worker ÷ two workers', (one / two).toFixed(2), 'aim ≥ 1.8');
}

async function classSet(workers: number): Promise<number> {
  const app = await startBenchApp('serve');
  try {
    for (let i = 0; i < workers; i++) await app.startWorker();
    await new Promise((resolve) => setTimeout(resolve, 4000));
    const { client } = app;
    const [first] = (await client.get<Pupil[]>('/pupils')) as [Pupil];
    const pupilIds: string[] = [];
    for (let i = 0; i < PUPILS; i++) {
      const profile = { ...first.profile, pace: 120 + (i % SETTINGS) * 20 };
      pupilIds.push(
        (await client.send<Pupil>('POST', '/pupils', { ...first, name: `Pupil ${i}`, profile })).id,
      );
    }
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
    const request: ClassSetRequest = {
      handoutIds, pupilIds, output: { format: 'mp3' }, naming: { pattern: '{title} – {pupil}', initials: false },
    }; // prettier-ignore
    const [planning, plan] = await milliseconds(() =>
      client.send<ClassSetPlan>('POST', '/class-sets/plan', request),
    );
    const [time] = await milliseconds(async () => {
      const { id } = await client.send<ClassSet>('POST', '/class-sets', request);
      for (;;) {
        const set = await client.get<ClassSet>(`/class-sets/${id}`);
        if (set.state === 'done') return;
        if (set.state === 'failed') throw new Error('A file of the class set failed.');
        // As often as a screen asks.
        await new Promise((resolve) => setTimeout(resolve, 700));
      }
    });
    const made = await app.clips();
    row(`the plan (${plan.total.sentences} sentences)`, `${(planning / 1000).toFixed(1)} s`);
    row(
      `${workers} worker${workers === 1 ? '' : 's'}, ${HANDOUTS * PUPILS} files`,
      `${(time / 1000).toFixed(1)} s`,
    );
    row('clips made ÷ clips needed', (made / plan.total.missing).toFixed(3), 'aim 1');
    row(
      'time that the plan told ÷ time for all, files and all',
      (plan.expectedSeconds / (time / 1000)).toFixed(2),
    );
    return time;
  } finally {
    await app.stop();
  }
}
