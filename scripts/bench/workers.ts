import type { JobGroup, Pupil } from '@aurelfield/api';
import { startBenchHouse } from './benchHouse.ts';
import { milliseconds, row } from './print.ts';
import { demoTexts } from './texts.ts';

const HANDOUTS = 6;

/** A class set (six handouts for six pupils) made by one worker and by two. */
export async function workers(): Promise<void> {
  console.log(`\n${HANDOUTS} handouts for each of six pupils, by workers of their own\n`);
  const times: number[] = [];
  for (const count of [1, 2]) {
    const house = await startBenchHouse('serve');
    try {
      for (let i = 0; i < count; i++) await house.startWorker();
      await new Promise((resolve) => setTimeout(resolve, 4000));
      const { client } = house;
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
        const { id } = await client.send<JobGroup>('POST', '/job-groups', {
          handoutIds,
          pupilIds: pupils.map((pupil) => pupil.id),
        });
        for (;;) {
          const group = await client.get<JobGroup>(`/job-groups/${id}`);
          if (group.state === 'done') return;
          if (group.state === 'failed') throw new Error('A job of the class set failed.');
          await new Promise((resolve) => setTimeout(resolve, 50));
        }
      });
      times.push(time);
      row(
        `${count} worker${count === 1 ? '' : 's'}, ${await house.clips()} clips`,
        `${(time / 1000).toFixed(1)} s`,
      );
    } finally {
      await house.stop();
    }
  }
  row('one worker ÷ two workers', ((times[0] ?? 0) / (times[1] ?? 1)).toFixed(2), 'aim ≥ 1.8');
}
