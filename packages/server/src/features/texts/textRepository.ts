import type { TextBlock } from '@aurelfield/core/text';
import { and, eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Database } from '../../db/database.ts';
import { texts } from '../../db/schema/index.ts';

/** A text as it is stored. */
export interface StoredText {
  readonly hash: string;
  readonly language: string;
  readonly words: number;
  readonly blocks: readonly TextBlock[];
}

/** Stores a text; one that is there is the same. */
export async function addText(db: Database, text: StoredText & { readonly schoolId: string }): Promise<void> {
  await db.insert(texts).values(text).onConflictDoNothing();
}

/**
 * Characters of texts that are kept in memory: a text never changes, so one that was read once need not be
 * read again.
 */
const REMEMBERED = 8_000_000;

/** Texts by their hashes, always within one school. */
export class TextRepository {
  readonly #db: Database;
  readonly #known = new LRUCache<string, StoredText>({
    maxSize: REMEMBERED,
    sizeCalculation: ({ blocks }) => blocks.reduce((sum, { text }) => sum + text.length + 100, 100),
  });

  constructor(db: Database) {
    this.#db = db;
  }

  /** @returns `undefined` where the school has no such text. */
  async find(schoolId: string, hash: string): Promise<StoredText | undefined> {
    const key = `${schoolId}/${hash}`;
    const known = this.#known.get(key);
    if (known) return known;
    const [row] = await this.#db
      .select()
      .from(texts)
      .where(and(eq(texts.schoolId, schoolId), eq(texts.hash, hash)));
    if (!row) return undefined;
    const { language, words, blocks } = row;
    const text = { hash, language, words, blocks };
    this.#known.set(key, text);
    return text;
  }

  /** @throws Error where a row points to a text that is not there, which the database forbids. */
  async get(schoolId: string, hash: string): Promise<StoredText> {
    const text = await this.find(schoolId, hash);
    if (!text) throw new Error(`The text ${hash} is not there.`);
    return text;
  }
}
