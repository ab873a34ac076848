import { BYTES_PER_SAMPLE, type ClipTiming } from '@aurelfield/core';
import type { SpokenClip } from '@aurelfield/voices';
import { and, eq, inArray } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { mkdir, open, rename, stat, unlink } from 'node:fs/promises';
import path from 'node:path';
import type { Database } from '../db/database.ts';
import { clips } from '../db/schema.ts';

/** A stored clip: how long it is, when its spoken words are heard, and where its samples lie. */
export interface StoredClip extends ClipTiming {
  readonly key: string;
  readonly sampleRate: number;
  readonly samples: number;
  /** File with the bare 16-bit little-endian samples. */
  readonly file: string;
}

const KEYS_PER_QUERY = 5000;

/**
 * Clips by the hash of their plan: facts in the database, samples in files of the same name. The file is complete before its row appears; a row whose file has gone is
 * no clip and is made again.
 */
export class ClipStore {
  readonly #db: Database;
  readonly #folder: string;

  /** @param folder where the samples lie; made at first need. */
  constructor(db: Database, folder: string) {
    this.#db = db;
    this.#folder = folder;
  }

  /** The clips among `keys` that have a row, by key. */
  async find(schoolId: string, keys: readonly string[]): Promise<Map<string, StoredClip>> {
    const found = new Map<string, StoredClip>();
    const wanted = [...new Set(keys)];
    for (let at = 0; at < wanted.length; at += KEYS_PER_QUERY) {
      const some = wanted.slice(at, at + KEYS_PER_QUERY);
      const rows = await this.#db
        .select()
        .from(clips)
        .where(and(eq(clips.schoolId, schoolId), inArray(clips.key, some)));
      for (const row of rows) found.set(row.key, this.#toClip(row));
    }
    return found;
  }

  /** The clips among `keys` whose row and samples are both there; rows without samples are removed. */
  async load(schoolId: string, keys: readonly string[]): Promise<Map<string, StoredClip>> {
    const found = await this.find(schoolId, keys);
    const gone: string[] = [];
    await Promise.all(
      [...found.values()].map(async (clip) => {
        const size = await stat(clip.file).then(
          (facts) => facts.size,
          () => -1,
        );
        if (size !== clip.samples * BYTES_PER_SAMPLE) gone.push(clip.key);
      }),
    );
    for (const key of gone) found.delete(key);
    if (gone.length > 0)
      await this.#db.delete(clips).where(and(eq(clips.schoolId, schoolId), inArray(clips.key, gone)));
    return found;
  }

  /** Stores a clip; safe to do twice. */
  async save(schoolId: string, key: string, voice: string, clip: SpokenClip): Promise<StoredClip> {
    const file = this.#fileOf(schoolId, key);
    await writeWhole(file, Buffer.from(clip.pcm.buffer, clip.pcm.byteOffset, clip.pcm.byteLength));
    const row = {
      schoolId,
      key,
      voice,
      sampleRate: clip.sampleRate,
      samples: clip.pcm.length,
      wordTimes: clip.words.map(({ start, end }) => [start, end] as const),
      createdAt: new Date(),
    };
    await this.#db
      .insert(clips)
      .values(row)
      .onConflictDoUpdate({ target: [clips.schoolId, clips.key], set: row });
    return this.#toClip(row);
  }

  #toClip(row: typeof clips.$inferSelect): StoredClip {
    return {
      key: row.key,
      sampleRate: row.sampleRate,
      samples: row.samples,
      duration: row.samples / row.sampleRate,
      words: row.wordTimes.map(([start, end]) => ({ start, end })),
      file: this.#fileOf(row.schoolId, row.key),
    };
  }

  #fileOf(schoolId: string, key: string): string {
    return path.join(this.#folder, schoolId, key.slice(0, 2), `${key}.pcm`);
  }
}

/** Writes beside the target and renames, so that a half-written file never bears the name. */
async function writeWhole(file: string, bytes: Buffer): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  const draft = `${file}.${randomUUID()}.part`;
  try {
    const handle = await open(draft, 'w');
    try {
      await handle.writeFile(bytes);
    } finally {
      await handle.close();
    }
    await rename(draft, file);
  } catch (error) {
    await unlink(draft).catch(() => undefined);
    throw error;
  }
}
