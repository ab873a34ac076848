import { and, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { acceptedWords } from '../../db/schema/index.ts';

/** Words of a school that were heard and found right. */
export class AcceptedRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** In lower case. */
  async all(schoolId: string): Promise<ReadonlySet<string>> {
    const rows = await this.#db.select().from(acceptedWords).where(eq(acceptedWords.schoolId, schoolId));
    return new Set(rows.map(({ word }) => word));
  }

  async add(schoolId: string, word: string): Promise<void> {
    await this.#db.insert(acceptedWords).values({ schoolId, word: word.toLowerCase() }).onConflictDoNothing();
  }

  async remove(schoolId: string, word: string): Promise<void> {
    await this.#db
      .delete(acceptedWords)
      .where(and(eq(acceptedWords.schoolId, schoolId), eq(acceptedWords.word, word.toLowerCase())));
  }
}
