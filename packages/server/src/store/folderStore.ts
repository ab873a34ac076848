import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, unlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { checkName, ObjectGone, type ObjectStore, type StoredObject } from './objectStore.ts';

const DRAFT = '.part';

/** Objects as files below a folder. */
export class FolderStore implements ObjectStore {
  readonly #folder: string;
  readonly #made = new Set<string>();

  /** @param folder made at first need. */
  constructor(folder: string) {
    this.#folder = folder;
  }

  async put(name: string, content: Uint8Array | Readable, isAgain = false): Promise<void> {
    const file = this.#fileOf(name);
    await this.#makeFolder(path.dirname(file));
    // Written beside the target and renamed, so that a half-written file never bears the name.
    const draft = `${file}.${randomUUID()}${DRAFT}`;
    try {
      // Synced before it is reported: the browser then deletes its own copy of a recording.
      await writeFile(draft, content, { flush: true });
      await rename(draft, file);
      await flushFolder(path.dirname(file));
    } catch (error) {
      await unlink(draft).catch(() => undefined);
      // Somebody has emptied the folder: the next attempt creates it again.
      this.#made.delete(path.dirname(file));
      if (content instanceof Uint8Array && isMissing(error) && !isAgain) return this.put(name, content, true);
      throw error;
    }
  }

  async read(name: string, range?: { readonly start: number; readonly end: number }): Promise<Buffer> {
    const file = this.#fileOf(name);
    if (!range) return readFile(file).catch(goneOr(name));
    const handle = await open(file, 'r').catch(goneOr(name));
    try {
      const bytes = Buffer.alloc(range.end - range.start);
      const { bytesRead } = await handle.read(bytes, 0, bytes.length, range.start);
      return bytes.subarray(0, bytesRead);
    } finally {
      await handle.close();
    }
  }

  async stream(name: string): Promise<Readable> {
    const handle = await open(this.#fileOf(name), 'r').catch(goneOr(name));
    return createReadStream('', { fd: handle });
  }

  async delete(name: string): Promise<void> {
    await rm(this.#fileOf(name), { force: true });
  }

  async *list(prefix: string): AsyncGenerator<StoredObject> {
    const base = path.join(this.#folder, path.dirname(`${prefix}x`));
    const entries = await readdir(base, { recursive: true, withFileTypes: true }).catch(() => []);
    for (const entry of entries) {
      if (!entry.isFile() || entry.name.endsWith(DRAFT)) continue;
      const file = path.join(entry.parentPath, entry.name);
      const name = path.relative(this.#folder, file).split(path.sep).join('/');
      if (!name.startsWith(prefix)) continue;
      const facts = await stat(file).catch(() => undefined);
      if (facts) yield { name, bytes: facts.size, changedAt: facts.mtime };
    }
  }

  async #makeFolder(folder: string): Promise<void> {
    if (this.#made.has(folder)) return;
    await mkdir(folder, { recursive: true });
    this.#made.add(folder);
  }

  #fileOf(name: string): string {
    return path.join(this.#folder, checkName(name));
  }
}

/** Has the disk keep which names a folder holds. */
async function flushFolder(folder: string): Promise<void> {
  const handle = await open(folder, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** What a failed access to a file means. */
function goneOr(name: string): (error: NodeJS.ErrnoException) => never {
  return (error) => {
    throw isMissing(error) ? new ObjectGone(name) : error;
  };
}

function isMissing(error: unknown): boolean {
  const code = (error as NodeJS.ErrnoException).code;
  return code === 'ENOENT' || code === 'ENOTDIR';
}
