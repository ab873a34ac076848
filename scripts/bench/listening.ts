import type { Pupil } from '@aurelfield/api';
import { startBenchHouse } from './benchHouse.ts';
import { measureInBrowser } from './browser.ts';
import { quantile, row } from './print.ts';
import { thousandWords } from './texts.ts';

/** What a listener notices, in headless Chromium. */
export async function listening(): Promise<void> {
  console.log('\nIn headless Chromium\n');
  const house = await startBenchHouse();
  try {
    const { client } = house;
    const [pupil] = await client.get<Pupil[]>('/pupils');
    const add = (title: string, text: string) =>
      client.addHandout({ title, text, language: 'en-GB', format: 'markdown' });
    const seen = await measureInBrowser(house.origin, add, pupil?.id ?? '', thousandWords());
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
  } finally {
    await house.stop();
  }
}
