import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** What `use` puts out, with a folder at its hand that is gone when it ends, however it ends. */
export async function* withFolder<T>(use: (folder: string) => AsyncIterable<T>): AsyncGenerator<T> {
  const folder = await mkdtemp(path.join(process.env.AUREL_TEMP ?? tmpdir(), 'aurelfield-format-'));
  try {
    yield* use(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
