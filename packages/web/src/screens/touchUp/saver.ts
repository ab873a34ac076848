import type { Edit } from '@aurelfield/core/timeline';

export interface SaverDeps {
  /** Stores edits made on a revision. */
  readonly save: (
    revision: number,
    edits: readonly Edit[],
  ) => Promise<{ readonly revision: number; readonly edits: readonly Edit[] }>;
  /** What is stored is a little different: the edges of a new cut were moved. */
  readonly onKept: (asked: readonly Edit[], kept: readonly Edit[]) => void;
  readonly onState: (state: SaverState) => void;
}

/** Whether all edits are stored, are being stored, or could not be, and why. */
export type SaverState =
  { readonly kind: 'saved' | 'saving' } | { readonly kind: 'failed'; readonly error: unknown };

/**
 * Stores the edits of a recording one list after the other; lists that were overtaken meanwhile are left out.
 */
export class Saver {
  readonly #deps: SaverDeps;
  #revision: number;
  #saved: readonly Edit[];
  #wanted: readonly Edit[];
  #running: Promise<void> | undefined;

  constructor(revision: number, saved: readonly Edit[], deps: SaverDeps) {
    this.#revision = revision;
    this.#saved = saved;
    this.#wanted = saved;
    this.#deps = deps;
  }

  get revision(): number {
    return this.#revision;
  }

  save(edits: readonly Edit[]): void {
    this.#wanted = edits;
    this.#running ??= this.#run().finally(() => (this.#running = undefined));
  }

  /** Tries again what could not be stored. */
  retry(): void {
    this.save(this.#wanted);
  }

  /** Resolves when nothing is on its way any more. */
  async settled(): Promise<void> {
    await this.#running;
  }

  /** Stores something else that counts as a revision, after all edits. */
  async alongside(store: (revision: number) => Promise<number>): Promise<void> {
    await this.settled();
    this.#revision = await store(this.#revision);
  }

  async #run(): Promise<void> {
    this.#deps.onState({ kind: 'saving' });
    try {
      while (this.#wanted !== this.#saved) {
        const asked = this.#wanted;
        const { revision, edits } = await this.#deps.save(this.#revision, asked);
        this.#revision = revision;
        const isCurrent = this.#wanted === asked;
        this.#saved = asked;
        if (isCurrent && JSON.stringify(asked) !== JSON.stringify(edits)) {
          this.#saved = edits;
          this.#wanted = edits;
          this.#deps.onKept(asked, edits);
        }
      }
      this.#deps.onState({ kind: 'saved' });
    } catch (error) {
      this.#deps.onState({ kind: 'failed', error });
    }
  }
}
