import type { Handout, Pupil, Reading } from '@aurelfield/api';
import { fork } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { startBenchApp } from './benchApp.ts';
import { milliseconds, quantile, row } from './print.ts';
import { thousandWords, wordsOf } from './texts.ts';

const REQUESTS = 300;

/**
 * Whether a listener waits while a long text is checked again and again: a stretch of sound, fetched quietly
 * and meanwhile.
 */
export async function checking(): Promise<void> {
  console.log('\nA listener while a text of 5,000 words is checked at every change\n');
  const app = await startBenchApp();
  try {
    const { client } = app;
    const [pupil] = await client.get<Pupil[]>('/pupils');
    const heard = await client.addHandout({
      title: 'Heard',
      text: thousandWords(),
      language: 'en-GB',
      format: 'markdown',
    });
    const reading = await client.open(heard.id, pupil?.id ?? '');
    for (;;) {
      const { job } = await client.get<Reading>(`/readings/${reading.id}`);
      if (job?.state === 'done') break;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    const checked: Handout = await client.addHandout({
      title: 'Checked',
      text: wordsOf(5000),
      language: 'en-GB',
      format: 'markdown',
    });
    const listen = async () => {
      const times: number[] = [];
      for (let i = 0; i < REQUESTS; i++) {
        const from = (i * 3) % Math.max(1, reading.sentences - 4);
        times.push(
          (
            await milliseconds(() =>
              client.bytes(`/readings/${reading.id}/audio.wav?from=${from}&to=${from + 4}`),
            )
          )[0],
        );
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
      return times;
    };
    const check = () => client.send('POST', '/proof/check', { content: checked.blocks, language: 'en-GB' });
    const [firstCheck] = await milliseconds(check);
    await listen();
    const quiet = await listen();
    const checker = fork(fileURLToPath(new URL('./checker.ts', import.meta.url)), [app.origin, checked.id], {
      execArgv: ['--import', 'tsx'],
    });
    await once(checker, 'message');
    const busy = await listen();
    checker.send('end');
    const [rounds] = (await once(checker, 'message')) as [number];
    row('checking all of it for the first time', `${firstCheck.toFixed(0)} ms`);
    row(
      'quiet: a stretch of sound, median and 95th percentile',
      `${quantile(quiet, 0.5).toFixed(1)}, ${quantile(quiet, 0.95).toFixed(1)} ms`,
    );
    row(
      `meanwhile (${rounds} checks)`,
      `${quantile(busy, 0.5).toFixed(1)}, ${quantile(busy, 0.95).toFixed(1)} ms`,
    );
    row(
      '95th percentile meanwhile ÷ quiet',
      (quantile(busy, 0.95) / quantile(quiet, 0.95)).toFixed(2),
      'aim ≤ 1.3',
    );
  } finally {
    await app.stop();
  }
}
