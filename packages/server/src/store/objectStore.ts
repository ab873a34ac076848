import type { Readable } from 'node:stream';

/** Something stored, as a list names it. */
export interface StoredObject {
  readonly name: string;
  readonly bytes: number;
  readonly changedAt: Date;
}

/** There is nothing stored under this name. */
export class ObjectGone extends Error {
  override readonly name = 'ObjectGone';

  constructor(object: string) {
    super(`Nothing is stored as “${object}”.`);
  }
}

/**
 * Where sound lies, and files that are waiting to be fetched: a folder, or an object store that any machine
 * reaches. Names are parts of small letters, digits, "-", "_" and "." between slashes, e.g.
 * "clips/<school>/<key>.<making>"; what is behind them stays in the adapter.
 */
export interface ObjectStore {
  /**
   * Stores bytes under a name, in the place of what was there; a reader sees the old or the new, never half
   * of it.
   */
  put(name: string, content: Uint8Array | Readable): Promise<void>;
  /**
   * The bytes from `start` up to, not including, `end`; all of them by default.
   * @throws ObjectGone where there is nothing of this name.
   */
  read(name: string, range?: { readonly start: number; readonly end: number }): Promise<Buffer>;
  /** The same piece by piece, for what is too large to be held. @throws ObjectGone */
  stream(name: string): Promise<Readable>;
  /** Takes it away; what is not there is no error. */
  delete(name: string): Promise<void>;
  /** Everything whose name begins so, in no order that counts. */
  list(prefix: string): AsyncIterable<StoredObject>;
}

const NAME = /^[a-z0-9][a-z0-9_.-]*(?:\/[a-z0-9][a-z0-9_.-]*)*$/iu;

/** @throws Error for a name that could lead out of the store. */
export function checkName(name: string): string {
  if (!NAME.test(name) || name.includes('..')) throw new Error(`“${name}” is no name for a stored object.`);
  return name;
}
