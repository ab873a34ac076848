import { randomUUID } from 'node:crypto';
import { mkdir, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';

/** A source as it came, before it belongs to a handout. */
export interface TrayItem {
  readonly kind: 'file' | 'web-page';
  readonly name: string;
  readonly mediaType: string;
  readonly address: string | null;
  readonly content: Uint8Array;
}

const metaSchema = z.object({
  kind: z.enum(['file', 'web-page']),
  name: z.string(),
  mediaType: z.string(),
  address: z.string().nullable(),
});
const KEPT_MILLISECONDS = 24 * 60 * 60 * 1000;

/** Keeps sources on disk between the moment they are read and the moment a handout is made of them, for a day at most. */
export class SourceTray {
  readonly #folder: string;

  constructor(folder: string) {
    this.#folder = folder;
  }

  /** Puts a source down; the ticket brings it back, to the same school only. */
  async put(schoolId: string, { content, ...meta }: TrayItem): Promise<string> {
    const ticket = randomUUID();
    const folder = path.join(this.#folder, schoolId);
    await mkdir(folder, { recursive: true });
    await writeFile(path.join(folder, `${ticket}.bin`), content);
    await writeFile(path.join(folder, `${ticket}.json`), JSON.stringify(meta));
    return ticket;
  }

  /** The source of a ticket; `undefined` when it is not there any more. */
  async get(schoolId: string, ticket: string): Promise<TrayItem | undefined> {
    const base = path.join(this.#folder, schoolId, z.uuid().parse(ticket));
    try {
      const meta = metaSchema.parse(JSON.parse(await readFile(`${base}.json`, 'utf8')));
      return { ...meta, content: await readFile(`${base}.bin`) };
    } catch {
      return undefined;
    }
  }

  async remove(schoolId: string, ticket: string): Promise<void> {
    const base = path.join(this.#folder, schoolId, z.uuid().parse(ticket));
    await Promise.all(['.json', '.bin'].map((ending) => rm(base + ending, { force: true })));
  }

  /** Removes what has lain there for too long. */
  async sweep(): Promise<void> {
    const files = await readdir(this.#folder, { recursive: true }).catch(() => []);
    for (const name of files) {
      const file = path.join(this.#folder, name);
      const found = await stat(file).catch(() => undefined);
      if (found?.isFile() && Date.now() - found.mtimeMs > KEPT_MILLISECONDS) await rm(file, { force: true });
    }
  }
}
