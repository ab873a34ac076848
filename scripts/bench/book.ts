import type { Pupil, Reading } from '@aurelfield/api';
import { fork } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { startPostgres } from '../lib/postgres.mjs';
import { serverEnvironment } from '../lib/serverEnvironment.mjs';
import { Client } from './client.ts';

/**
 * `npm run bench:book`: a book of 100,000 words is taken in, planned, made and timed; prints how much the
 * built server's memory grows.
 */
const WORDS = 100_000;
const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const FOLDER = '/usr/share/common-licenses/';

const source = ['GPL-3', 'GFDL-1.3', 'LGPL-2.1', 'MPL-1.1']
  .map((file) => readFileSync(FOLDER + file, 'utf8'))
  .join('\n\n')
  .split(/\n{2,}/u);
const paragraphs: string[] = [];
let count = 0;
for (let i = 0; count < WORDS; i++) {
  // Each time round every paragraph says something else, so that nothing is found in the cache.
  const paragraph = `Part ${Math.floor(i / source.length) + 1}, number ${i}. ${source[i % source.length] ?? ''}`;
  paragraphs.push(paragraph);
  count += paragraph.split(/\s+/u).length;
}

const cluster = await startPostgres(path.join(tmpdir(), `aurelfield-book-${process.pid}`), {
  throwaway: true,
});
const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-book-data-'));
const environment = serverEnvironment({ databaseUrl: cluster.url('book'), dataFolder, port: 0 });
const server = fork(path.join(ROOT, 'dist/server/main.js'), {
  env: { ...process.env, ...environment, AUREL_PORT: '0' },
});
try {
  const { port } = await new Promise<{ port: number }>((resolve) => server.once('message', resolve as never));
  const client = new Client(`http://127.0.0.1:${port}`);
  await client.signIn(DEMO_SIGN_IN);
  const [pupil] = (await client.get<Pupil[]>('/pupils')) as [Pupil];
  const warm = await client.addHandout({
    title: 'W',
    text: 'Warm up. '.repeat(50),
    language: 'en-GB',
    format: 'text',
  });
  await finished((await client.open(warm.id, pupil.id)).id);
  const before = memory();
  let peak = before;
  const watching = setInterval(() => (peak = Math.max(peak, memory())), 50);
  const start = performance.now();
  const book = await client.addHandout({
    title: 'Book',
    text: paragraphs.join('\n\n'),
    language: 'en-GB',
    format: 'text',
  });
  const added = performance.now();
  const reading = await client.open(book.id, pupil.id);
  await client.bytes(`/readings/${reading.id}/audio.wav?from=0&to=1`);
  const first = performance.now();
  const seconds = await finished(reading.id);
  clearInterval(watching);
  console.log(
    `${count} words, ${paragraphs.length} paragraphs, ${(seconds / 3600).toFixed(1)} hours of speech`,
  );
  console.log(
    `added in ${((added - start) / 1000).toFixed(1)} s; opened → first sentence's sound in hand ${((first - added) / 1000).toFixed(2)} s`,
  );
  console.log(`all made in ${((performance.now() - first) / 1000).toFixed(0)} s`);
  console.log(
    `server's memory: ${before.toFixed(0)} MB before, ${peak.toFixed(0)} MB at most, grown by ${(peak - before).toFixed(0)} MB   aim < 300 MB`,
  );

  async function finished(id: string): Promise<number> {
    for (;;) {
      const { job, duration } = await client.get<Reading>(`/readings/${id}`);
      if (job?.state === 'done') return duration ?? 0;
      if (job?.state === 'failed') throw new Error(job.error ?? 'failed');
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
} finally {
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  cluster.stop();
  rmSync(dataFolder, { recursive: true, force: true });
}

/** Resident memory of the server and its speech processes, in megabytes. */
function memory(): number {
  return [server.pid ?? 0, ...childrenOf(server.pid ?? 0)].reduce((sum, pid) => sum + resident(pid), 0);
}

function childrenOf(pid: number): number[] {
  try {
    return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
      .trim()
      .split(' ')
      .filter(Boolean)
      .map(Number);
  } catch {
    return [];
  }
}

function resident(pid: number): number {
  try {
    return Number(/VmRSS:\s+(\d+)/u.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}
