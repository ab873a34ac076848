import { applyGain, BYTES_PER_SAMPLE, renderPiece } from '@aurelfield/core/audio';
import { lengthOf, type Piece } from '@aurelfield/core/timeline';
import { LRUCache } from 'lru-cache';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';
import type { StoredClip } from './clipRepository.ts';

/** Pieces and the clips they are cut from. */
export interface SoundSource {
  readonly pieces: Iterable<Piece> | AsyncIterable<Piece>;
  /** The clip of a key. */
  readonly clipOf: (key: string) => StoredClip | undefined;
  /** Makes a clip again whose object has gone from the store. */
  readonly makeAgain: (clip: StoredClip) => Promise<StoredClip>;
}

/** Bytes of samples that are kept in memory; what was just listened to or made is often wanted again. */
const KEPT_BYTES = 96 * 1024 * 1024;
/** Clips that are fetched ahead of the one that is being sent. */
const AHEAD = 6;
/** What is sent in one go, where pieces are shorter, and what is large enough to be sent by itself. Bytes. */
const [CHUNK, LARGE] = [128 * 1024, 48 * 1024];
/** Longest silence that is put out in one go, in samples. */
const LONGEST_SILENCE = CHUNK / BYTES_PER_SAMPLE;

/**
 * Timelines → samples: reads clips from the sound store, sets their gain, puts the pieces together. Never
 * more than a few clips are held.
 */
export class SoundRenderer {
  readonly #store: ObjectStore;
  readonly #kept = new LRUCache<string, Int16Array>({
    maxSize: KEPT_BYTES,
    sizeCalculation: (pcm) => pcm.byteLength + 100,
  });

  constructor(store: ObjectStore) {
    this.#store = store;
  }

  /** The samples of some pieces in order, as 16-bit little-endian bytes; short pieces are put together. */
  async *render(source: SoundSource): AsyncGenerator<Uint8Array> {
    let waiting: Uint8Array[] = [];
    let size = 0;
    for await (const pcm of this.#samples(source)) {
      if (pcm.length === 0) continue;
      if (size === 0 && pcm.byteLength >= LARGE) {
        yield new Uint8Array(pcm.buffer, pcm.byteOffset, pcm.byteLength);
        continue;
      }
      waiting.push(new Uint8Array(pcm.buffer, pcm.byteOffset, pcm.byteLength));
      size += pcm.byteLength;
      if (size < CHUNK) continue;
      yield waiting.length === 1 && waiting[0] ? waiting[0] : Buffer.concat(waiting);
      [waiting, size] = [[], 0];
    }
    if (size > 0) yield Buffer.concat(waiting);
  }

  async *#samples(source: SoundSource): AsyncGenerator<Int16Array> {
    const ahead: { piece: Piece; pcm: Int16Array | undefined | Promise<Int16Array> }[] = [];
    for await (const piece of source.pieces) {
      ahead.push({ piece, pcm: this.#fetch(piece, source) });
      if (ahead.length > AHEAD) yield* shifted(ahead);
    }
    while (ahead.length > 0) yield* shifted(ahead);
  }

  #fetch(piece: Piece, source: SoundSource): Int16Array | undefined | Promise<Int16Array> {
    if (piece.source.kind !== 'clip') return undefined;
    const clip = source.clipOf(piece.source.key);
    if (!clip) throw new Error(`The clip ${piece.source.key} is not among those that were fetched.`);
    const known = this.#kept.get(nameOf(clip, piece.gain));
    if (known) return known;
    const found = this.#read(clip, piece.gain, source);
    // A failure shows when its turn comes.
    found.catch(() => undefined);
    return found;
  }

  async #read(clip: StoredClip, gain: number, source: SoundSource): Promise<Int16Array> {
    const bytes = await this.#store.read(clip.object).catch((error: unknown) => {
      if (error instanceof ObjectGone) return undefined;
      throw error;
    });
    if (!bytes || bytes.length !== clip.facts.samples * BYTES_PER_SAMPLE)
      return this.#read(await source.makeAgain(clip), gain, {
        ...source,
        makeAgain: () => Promise.reject(new ObjectGone(clip.object)),
      });
    const pcm = samplesOf(bytes);
    if (gain !== 0) applyGain(pcm, gain, clip.sampleRate);
    this.#kept.set(nameOf(clip, gain), pcm);
    return pcm;
  }
}

async function* shifted(
  ahead: { piece: Piece; pcm: Int16Array | undefined | Promise<Int16Array> }[],
): AsyncGenerator<Int16Array> {
  const next = ahead.shift();
  if (!next) return;
  const { piece } = next;
  const pcm = next.pcm instanceof Promise ? await next.pcm : next.pcm;
  if (pcm) {
    yield renderPiece(piece, pcm);
    return;
  }
  for (let left = lengthOf(piece); left > 0; left -= LONGEST_SILENCE)
    yield SILENCE.subarray(0, Math.min(left, LONGEST_SILENCE));
}

const SILENCE = new Int16Array(LONGEST_SILENCE);

function nameOf({ object }: StoredClip, gain: number): string {
  return `${object}@${gain}`;
}

/** Bytes as samples, in place where their position allows it. */
function samplesOf(bytes: Buffer): Int16Array {
  const aligned = bytes.byteOffset % BYTES_PER_SAMPLE === 0 ? bytes : Buffer.from(bytes);
  return new Int16Array(aligned.buffer, aligned.byteOffset, Math.floor(aligned.length / BYTES_PER_SAMPLE));
}
