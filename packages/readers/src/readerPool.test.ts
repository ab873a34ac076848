import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { strToU8 } from 'fflate';
import type { ReadJob } from './readJob.ts';
import { ReaderPool } from './readerPool.ts';
import { readSafely } from './readSafely.ts';

/** A recogniser that notes its process and then takes its time. */
function slowRecogniser(): { folder: string; pid: () => number | undefined } {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-recogniser-'));
  const note = path.join(folder, 'pid');
  const script = path.join(folder, 'tesseract');
  writeFileSync(
    script,
    `#!/bin/sh\ncase "$1" in --version) echo slow; exit 0;; esac\necho $$ > "${note}.part"; mv "${note}.part" "${note}"\nexec sleep 120\n`,
  );
  chmodSync(script, 0o755);
  return { folder, pid: () => (existsSync(note) ? Number(readFileSync(note, 'utf8')) : undefined) };
}

const isRunning = (pid: number) => {
  try {
    process.kill(pid, 0);
    // What has ended and was not fetched yet is still told of.
    return !/^State:\s+Z/mu.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
};
/** A white page. */
const page = await sharp({ create: { width: 60, height: 60, channels: 3, background: '#fff' } })
  .png()
  .toBuffer();
const region = {
  kind: 'region',
  name: 'page',
  bytes: page,
  box: { x: 0, y: 0, width: 1, height: 1 },
  languages: ['eng'],
} as const;

/** Temporary files of these tests alone, so that what is left can be counted. */
let folder: string;
const before = { TMPDIR: process.env.TMPDIR, PATH: process.env.PATH };
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-pool-'));
  process.env.TMPDIR = folder;
});
afterEach(() => {
  process.env.TMPDIR = before.TMPDIR ?? '/tmp';
  process.env.PATH = before.PATH ?? '';
});
/** Folders of reading processes: one each, gone with it. */
const folders = () => readdirSync(folder).filter((name) => name.startsWith('aurelfield-reader-'));
/**
 * Processes that were started by a reading process or are one: they have its folder in their surroundings.
 */
const processes = () =>
  readdirSync('/proc').filter((pid) => {
    try {
      return (
        /^\d+$/u.test(pid) &&
        isRunning(Number(pid)) &&
        readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`AUREL_SCRATCH=${folder}`)
      );
    } catch {
      return false;
    }
  });
/** Processor time of a process, seconds: the 14th field of its status (proc(5)), in hundredths. */
const secondsOf = (pid: string) => {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return Number(fields[11]) / 100;
};
const nothingLeft = () => expect.poll(() => [...folders(), ...processes()], { timeout: 10_000 }).toEqual([]);

const file = (name: string) => ({
  kind: 'file' as const,
  name,
  bytes: new Uint8Array(readFileSync(new URL(`../fixtures/${name}`, import.meta.url))),
});
/** Takes long, all of it in one go. */
const LONG = { kind: 'file', name: 'long.html', bytes: strToU8('<p>x</p>'.repeat(2_000_000)) } as const;

describe('a pool', () => {
  test('reads many with two processes and tells each its place', async () => {
    const pool = new ReaderPool();
    const done: number[] = [];
    const places: number[][] = [];
    let most = 0;
    await Promise.all(
      Array.from({ length: 8 }, async (_, i) => {
        const { blocks } = await pool.read(file('marsh.docx'), {
          onPlace: (ahead) => {
            (places[i] ??= []).push(ahead);
            most = Math.max(most, folders().length);
          },
        });
        expect(blocks).toHaveLength(15);
        done.push(i);
      }),
    );
    expect(most).toBe(2);
    expect(done).toHaveLength(8);
    expect(places[1]).toEqual([0]);
    expect(places[4]).toEqual([4, 3, 2, 0]);
    pool.stop();
    await nothingLeft();
  });

  test('goes on after a file that brings its process down, and after one that is refused', async () => {
    const pool = new ReaderPool({ size: 1, heap: 90 });
    const bad = { ...LONG, name: 'bad.html' };
    const answers = await Promise.allSettled([
      pool.read(bad),
      pool.read({ kind: 'file', name: 'a.docx', bytes: strToU8('no') }),
      pool.read(file('marsh.docx')),
    ]);
    expect(
      answers.map((answer) =>
        answer.status === 'fulfilled' ? 'read' : (answer.reason as { code: string }).code,
      ),
    ).toEqual(['too-large', 'not-document', 'read']);
    pool.stop();
    await nothingLeft();
  });

  test('takes whoever gives up out of the line, and all others at its end', async () => {
    const pool = new ReaderPool({ size: 1 });
    const leaving = new AbortController();
    const first = pool.read(LONG);
    const second = pool.read(file('marsh.docx'), { signal: leaving.signal });
    let place = -1;
    const third = pool.read(file('marsh.docx'), { onPlace: (ahead) => (place = ahead) });
    await expect.poll(() => place).toBe(2);
    leaving.abort(new Error('given up'));
    await expect(second).rejects.toThrow('given up');
    expect([place, pool.load]).toEqual([1, 2]);
    const ends = Promise.allSettled([first, third]);
    pool.stop();
    for (const end of await ends) expect(end).toMatchObject({ status: 'rejected', reason: { code: 'busy' } });
    await nothingLeft();
  });

  test('limits all memory of a process, not only its heap', async () => {
    const reading = readSafely(LONG, { heap: 4000, memory: 300 });
    await expect(reading).rejects.toMatchObject({ code: 'too-large' });
    await nothingLeft();
  });
});

/** Starts a process that reads something and waits. */
function startReading(job: ReadJob, surroundings: NodeJS.ProcessEnv) {
  const script = `
    const { readSafely } = await import(${JSON.stringify(new URL('./readSafely.ts', import.meta.url).href)});
    const { bytes, ...job } = ${JSON.stringify({ ...job, bytes: Buffer.from(job.bytes).toString('base64') })};
    await readSafely({ ...job, bytes: Buffer.from(bytes, 'base64') });
  `;
  return spawn(process.execPath, ['--import', 'tsx', '--input-type=module'], {
    env: { ...process.env, ...surroundings },
    stdio: ['pipe', 'inherit', 'inherit'],
  }).on('spawn', function (this: ReturnType<typeof spawn>) {
    this.stdin?.end(script);
  });
}

describe('nothing outlives whoever wanted it', { tags: 'long' }, () => {
  test('neither a recogniser', async () => {
    const recogniser = slowRecogniser();
    const parent = startReading(region, { PATH: `${recogniser.folder}:${process.env.PATH ?? ''}` });
    await expect.poll(recogniser.pid, { timeout: 40_000 }).toBeDefined();
    const pid = recogniser.pid() ?? 0;
    expect(isRunning(pid)).toBe(true);
    parent.kill('SIGKILL');
    await expect.poll(() => isRunning(pid), { timeout: 10_000 }).toBe(false);
    await expect.poll(processes, { timeout: 10_000 }).toEqual([]);
  });

  test('nor a process that is in the middle of a long file', async () => {
    const parent = startReading(LONG, {});
    await expect.poll(processes, { timeout: 40_000 }).not.toEqual([]);
    await expect
      .poll(() => Math.max(...processes().map(secondsOf)), { timeout: 40_000 })
      .toBeGreaterThan(0.3);
    parent.kill('SIGKILL');
    await expect.poll(processes, { timeout: 2000 }).toEqual([]);
  });

  test('nor the recogniser of a page that was given up', async () => {
    const recogniser = slowRecogniser();
    const leaving = new AbortController();
    process.env.PATH = `${recogniser.folder}:${before.PATH ?? ''}`;
    const reading = readSafely(region, { signal: leaving.signal });
    const refused = expect(reading).rejects.toThrow('given up');
    await expect.poll(recogniser.pid, { timeout: 40_000 }).toBeDefined();
    const pid = recogniser.pid() ?? 0;
    leaving.abort(new Error('given up'));
    await refused;
    await expect.poll(() => isRunning(pid), { timeout: 10_000 }).toBe(false);
    await nothingLeft();
  });
});
