import type { Occurrence, OccurrenceInput } from '@aurelfield/api';
import type { PlacedEntry } from '@aurelfield/core/speech';
import type { Anchor, TextBlock } from '@aurelfield/core/text';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { anchors } from '../../db/schema/index.ts';
import { notFound } from '../../appError.ts';

export type AnchorRow = typeof anchors.$inferSelect;

/**
 * How words are said in single places of a handout: all their SQL. Each function takes the connection to use,
 * so that it can be part of a caller's transaction.
 */
export const anchorRepository = {
  /** All of a handout's, lost ones too, in an order that does not change by itself. */
  async all(db: Database, schoolId: string, handoutId: string): Promise<AnchorRow[]> {
    return db
      .select()
      .from(anchors)
      .where(and(eq(anchors.handoutId, handoutId), eq(anchors.schoolId, schoolId)))
      .orderBy(asc(anchors.id));
  },

  /** Sets how the word in a place is said, in the stead of what was said of it before. */
  async set(
    db: Database,
    schoolId: string,
    handoutId: string,
    { block, start, written, kind, said }: OccurrenceInput,
  ): Promise<void> {
    await db
      .delete(anchors)
      .where(and(eq(anchors.handoutId, handoutId), eq(anchors.block, block), eq(anchors.start, start)));
    await db.insert(anchors).values({ schoolId, handoutId, block, start, written, kind, said });
  },

  /** @throws AppError where the handout has no such entry. */
  async remove(db: Database, schoolId: string, handoutId: string, anchorId: string): Promise<void> {
    const removed = await db
      .delete(anchors)
      .where(and(eq(anchors.id, anchorId), eq(anchors.handoutId, handoutId), eq(anchors.schoolId, schoolId)))
      .returning({ id: anchors.id });
    if (removed.length === 0) throw notFound('This pronunciation');
  },

  /** Notes where anchors stand now, and which have lost their word. */
  async carry(
    db: Database,
    handoutId: string,
    { kept, lost }: { readonly kept: readonly AnchorRow[]; readonly lost: readonly AnchorRow[] },
  ): Promise<void> {
    if (kept.length + lost.length === 0) return;
    // None is in the way of another while they change places.
    const now = new Date();
    await db.update(anchors).set({ lostAt: now }).where(eq(anchors.handoutId, handoutId));
    for (const { id, block, start } of kept)
      await db.update(anchors).set({ block, start, lostAt: null }).where(eq(anchors.id, id));
    for (const { id, lostAt } of lost)
      await db
        .update(anchors)
        .set({ lostAt: lostAt ?? now })
        .where(eq(anchors.id, id));
  },
};

/**
 * Anchors as a text has them: by the number of their block, in reading order. Those that are lost are none of
 * it.
 */
export function placedEntries(rows: readonly AnchorRow[], blocks: readonly TextBlock[]): PlacedEntry[] {
  const numberOf = new Map(blocks.map(({ id }, index) => [id, index]));
  return rows
    .flatMap(({ block, start, written, kind, said, lostAt }) => {
      const index = numberOf.get(block);
      return lostAt !== null || index === undefined
        ? []
        : [{ block: index, start, entry: { written, kind, said, caseSensitive: true } }];
    })
    .sort((a, b) => a.block - b.block || a.start - b.start);
}

/** Whether an anchor's word stands where it says. */
export function standsIn(blocks: readonly TextBlock[], { block, start, written }: Anchor): boolean {
  return blocks.find(({ id }) => id === block)?.text.startsWith(written, start) === true;
}

export function toOccurrence({ id, block, start, written, kind, said }: AnchorRow): Occurrence {
  return { id, block, start, written, kind, said };
}
