import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { pricedUse } from '../db/schema.ts';

/** What a school sent to priced voice services, by month. */
export class PricedUseStore {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Characters of this month. */
  async used(schoolId: string, engine: string): Promise<number> {
    const [row] = await this.#db
      .select({ characters: pricedUse.characters })
      .from(pricedUse)
      .where(
        and(eq(pricedUse.schoolId, schoolId), eq(pricedUse.engine, engine), eq(pricedUse.month, thisMonth())),
      );
    return row?.characters ?? 0;
  }

  /** Adds to this month's sum. */
  async add(schoolId: string, engine: string, characters: number): Promise<void> {
    await this.#db
      .insert(pricedUse)
      .values({ schoolId, engine, month: thisMonth(), characters })
      .onConflictDoUpdate({
        target: [pricedUse.schoolId, pricedUse.engine, pricedUse.month],
        set: { characters: sql`${pricedUse.characters} + ${characters}` },
      });
  }
}

function thisMonth(): string {
  return new Date().toISOString().slice(0, 7);
}
