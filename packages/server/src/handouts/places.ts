import type { OccurrenceInput } from '@aurelfield/api';
import { Refusal } from '../refusal.ts';
import type { OpenDatabase } from '../db/database.ts';
import { anchorStore, standsIn } from '../texts/anchorStore.ts';
import type { Shelf } from './shelf.ts';

/** How words are said in single places of a handout, as a teacher sets it. */
export class Places {
  readonly #database: OpenDatabase;
  readonly #shelf: Shelf;

  constructor(database: OpenDatabase, shelf: Shelf) {
    this.#database = database;
    this.#shelf = shelf;
  }

  /** @throws Refusal `moved` when something else is written there. */
  async set(schoolId: string, handoutId: string, occurrence: OccurrenceInput): Promise<void> {
    const { text } = await this.#shelf.row(schoolId, handoutId);
    if (!standsIn(text.blocks, occurrence))
      throw new Refusal(
        'moved',
        `“${occurrence.written}” does not stand there any more. Load the page again and choose the word once more.`,
      );
    await this.#database.transaction(({ db }) => anchorStore.set(db, schoolId, handoutId, occurrence));
  }

  /** Says the word as everywhere else again. */
  async remove(schoolId: string, handoutId: string, occurrenceId: string): Promise<void> {
    await this.#shelf.row(schoolId, handoutId);
    await anchorStore.remove(this.#database.db, schoolId, handoutId, occurrenceId);
  }
}
