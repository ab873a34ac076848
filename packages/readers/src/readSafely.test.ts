import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { expect, test } from 'vitest';
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

test('a recogniser ends with the process that wanted it, also when that is killed', async () => {
  const recogniser = slowRecogniser();
  const script = `
    const { readSafely } = await import(${JSON.stringify(new URL('./readSafely.ts', import.meta.url).href)});
    const { bytes, ...job } = ${JSON.stringify({ ...region, bytes: page.toString('base64') })};
    await readSafely({ ...job, bytes: Buffer.from(bytes, 'base64') });
  `;
  const parent = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '--eval', script], {
    env: { ...process.env, PATH: `${recogniser.folder}:${process.env.PATH ?? ''}` },
    stdio: 'inherit',
  });
  await expect.poll(recogniser.pid, { timeout: 40_000 }).toBeDefined();
  const pid = recogniser.pid() ?? 0;
  expect(isRunning(pid)).toBe(true);
  parent.kill('SIGKILL');
  await expect.poll(() => isRunning(pid), { timeout: 10_000 }).toBe(false);
});

test('a recogniser ends when the page is given up', async () => {
  const recogniser = slowRecogniser();
  const leaving = new AbortController();
  const before = process.env.PATH;
  process.env.PATH = `${recogniser.folder}:${before ?? ''}`;
  const reading = readSafely(region, { signal: leaving.signal });
  process.env.PATH = before;
  const refused = expect(reading).rejects.toThrow('given up');
  await expect.poll(recogniser.pid, { timeout: 40_000 }).toBeDefined();
  const pid = recogniser.pid() ?? 0;
  leaving.abort(new Error('given up'));
  await refused;
  await expect.poll(() => isRunning(pid), { timeout: 10_000 }).toBe(false);
});
