import { execFile } from 'node:child_process';
import { createRequire } from 'node:module';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { expect, test } from 'vitest';

const MAIN = fileURLToPath(new URL('./main.ts', import.meta.url));
const TSX = pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href;

/** Runs the program from its sources, as `npx aurel` does. */
function aurel(args: readonly string[], input = ''): Promise<{ status: number; out: string; err: string }> {
  return new Promise((resolve) => {
    const child = execFile(process.execPath, ['--import', TSX, MAIN, ...args], (error, out, err) => {
      resolve({ status: error ? Number(error.code) : 0, out, err });
    });
    child.stdin?.end(input);
  });
}

// What the verbs do is tested in this process (`run.test.ts`); here, what only a process of its own shows.
test('reads standard input and writes standard output', async () => {
  const { status, out } = await aurel(['spoken'], 'It is 6 m.');
  expect(status).toBe(0);
  expect(out).toContain('"metres"');
});

test('exits with 2 after one line on standard error when it is called wrongly', async () => {
  expect(await aurel(['sing'])).toEqual({
    status: 2,
    out: '',
    err: expect.stringMatching(/^aurel: There is no verb “sing”\..*\n$/u) as string,
  });
});

test('exits with 1 when the work fails', async () => {
  const { status, err } = await aurel(['import', 'nowhere.docx', '--out', 'nowhere.json']);
  expect([status, err.trimEnd().split('\n').length]).toEqual([1, 1]);
});
