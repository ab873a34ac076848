import { createStore, del, entries, set, type UseStore } from 'idb-keyval';

/** A part of a recording that the server has not got yet. */
export interface KeptPart {
  readonly take: string;
  readonly part: number;
  readonly pcm: ArrayBuffer;
}

/**
 * Parts wait in this browser until the server has them: a reload, a lost network or a closed lid takes none
 * of them away.
 */
export class PartStore {
  readonly #store: UseStore;

  constructor(name = 'aurelfield-takes') {
    this.#store = createStore(name, 'parts');
  }

  async put({ take, part, pcm }: KeptPart): Promise<void> {
    await set(keyOf(take, part), pcm, this.#store);
  }

  async remove(take: string, part: number): Promise<void> {
    await del(keyOf(take, part), this.#store);
  }

  /** The parts of a recording that wait, in their order. */
  async waiting(take: string): Promise<KeptPart[]> {
    const all = await entries<string, ArrayBuffer>(this.#store);
    return all
      .flatMap(([key, pcm]) => {
        const [own, part] = key.split('/');
        return own === take ? [{ take, part: Number(part), pcm }] : [];
      })
      .sort((a, b) => a.part - b.part);
  }

  /** Forgets a recording. */
  async forget(take: string): Promise<void> {
    for (const { part } of await this.waiting(take)) await this.remove(take, part);
  }
}

function keyOf(take: string, part: number): string {
  return `${take}/${String(part).padStart(6, '0')}`;
}
