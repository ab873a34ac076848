import type { Pupil } from '@aurelfield/api';
import { startBenchApp } from './benchApp.ts';
import { measureInBrowser } from './browser.ts';
import { quantile, row } from './print.ts';
import { thousandWords } from './texts.ts';

/** What a listener notices, in headless Chromium. */
export async function listening(): Promise<void> {
  console.log('\nIn headless Chromium\n');
  const app = await startBenchApp();
  try {
    const { client } = app;
    const [pupil] = await client.get<Pupil[]>('/pupils');
    const add = (title: string, text: string) =>
      client.addHandout({ title, text, language: 'en-GB', format: 'markdown' });
    const [board] = await client.get<{ id: string }[]>('/boards');
    const { token } = await client.send<{ token: string }>('POST', `/boards/${board?.id ?? ''}/link`, {});
    const seen = await measureInBrowser(
      app.origin,
      add,
      pupil?.id ?? '',
      thousandWords(),
      `${app.origin}/board/${token}`,
    );
    row(
      'play pressed the moment it can be → first sound, median',
      `${quantile(seen.firstSound, 0.5).toFixed(0)} ms`,
      'aim ≤ 300 ms',
    );
    row(`  slowest of ${seen.firstSound.length}`, `${Math.max(...seen.firstSound).toFixed(0)} ms`);
    row(
      `a word is lit after its onset (${seen.lateness.length} words), median`,
      `${(quantile(seen.lateness, 0.5) * 1000).toFixed(0)} ms`,
    );
    row('  95th percentile', `${(quantile(seen.lateness, 0.95) * 1000).toFixed(0)} ms`, 'aim ≤ 50 ms');
    const report = (name: string, times: readonly number[], aim: string) => {
      row(`${name}, median`, `${quantile(times, 0.5).toFixed(0)} ms`);
      row('  95th percentile', `${quantile(times, 0.95).toFixed(0)} ms`, aim);
    };
    report('a text of 5,000 words opens', seen.opened, 'aim ≤ 1,000 ms');
    report('a frame while it plays', seen.frames, 'aim ≤ 20 ms');
    report('a change of look is painted (two frames)', seen.repaints, 'aim ≤ 50 ms');
    report('a saved phrase sounds after its tap', seen.taps, 'aim ≤ 100 ms');
    report('a typed phrase sounds after Enter', seen.typed, 'aim ≤ 400 ms');
  } finally {
    await app.stop();
  }
}
