import type { TextBlock } from '@aurelfield/core/text';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { searchParts } from '../../db/schema/index.ts';

/** Characters of a part: the words of one must not take more than a megabyte. */
const PART = 200_000;

/** Makes a handout be found by the words of its text. */
export async function setSearchParts(
  db: Database,
  handoutId: string,
  blocks: readonly TextBlock[],
): Promise<void> {
  const parts: string[] = [''];
  for (const { text } of blocks) {
    if ((parts.at(-1)?.length ?? 0) > PART) parts.push('');
    parts.push(`${parts.pop() ?? ''}${text}\n`);
  }
  await db.delete(searchParts).where(eq(searchParts.handoutId, handoutId));
  await db
    .insert(searchParts)
    .values(parts.map((words, part) => ({ handoutId, part, words: sql`to_tsvector('english', ${words})` })));
}
