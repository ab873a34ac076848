import { lengthOf, type Piece } from '../timeline/piece.ts';
import { joinSamples } from './join.ts';
import { applyGain } from './loudness.ts';
import { renderPiece } from './render.ts';
import { treated } from './treat.ts';

/** Samples of a recording from one up to, not including, another; what lies outside of it is silent. */
export type ReadRecording = (id: string, from: number, to: number) => Promise<Int16Array>;

/** Over so long two sounds that do not belong together go over into each other. Seconds. */
const JOINT = 0.005;

/**
 * The samples of pieces of recordings, piece by piece. Where one does not go on where the one before it
 * ended, the end of that one is heard on, fading, below the beginning of the new one, so that no cut clicks.
 * Everything is as long as the pieces say.
 * @param read gives what the pieces are made of.
 */
export async function* renderEdited(
  pieces: readonly Piece[],
  sampleRate: number,
  read: ReadRecording,
): AsyncGenerator<Int16Array> {
  const sources = new Sources(sampleRate, read);
  const joint = Math.round(JOINT * sampleRate);
  let before: Piece | undefined;
  for (const piece of pieces) {
    const length = lengthOf(piece);
    if (length <= 0) continue;
    const pcm = await sources.samplesOf(piece);
    if (before && !goesOn(before, piece)) {
      const over = Math.min(joint, length);
      const { to, fade } = before;
      const tail = await sources.samplesOf({ ...before, from: to, to: to + over, fade: [fade[1], fade[1]] });
      for (let i = 0; i < over; i++) {
        const share = (i + 0.5) / over;
        pcm[i] = Math.round((pcm[i] ?? 0) * share + (tail[i] ?? 0) * (1 - share));
      }
    }
    yield pcm;
    before = piece;
  }
}

/** All samples of pieces of recordings, joined. */
export async function soundOfEdited(
  pieces: readonly Piece[],
  sampleRate: number,
  read: ReadRecording,
): Promise<Int16Array> {
  const parts: Int16Array[] = [];
  for await (const part of renderEdited(pieces, sampleRate, read)) parts.push(part);
  return joinSamples(parts);
}

/** Whether a piece is heard as if there were no edge before it. */
function goesOn(before: Piece, piece: Piece): boolean {
  if (before.source.kind === 'silence' && piece.source.kind === 'silence') return true;
  return (
    before.to === piece.from &&
    before.gain === piece.gain &&
    before.fade[1] === piece.fade[0] &&
    (before.source === piece.source || JSON.stringify(before.source) === JSON.stringify(piece.source))
  );
}

/** What pieces are made of. What was treated last is kept, since it is often asked for in parts. */
class Sources {
  readonly #sampleRate: number;
  readonly #read: ReadRecording;
  #last: { readonly source: Piece['source']; readonly pcm: Int16Array } | undefined;

  constructor(sampleRate: number, read: ReadRecording) {
    this.#sampleRate = sampleRate;
    this.#read = read;
  }

  /** Samples that nobody else holds. */
  async samplesOf(piece: Piece): Promise<Int16Array> {
    const length = lengthOf(piece);
    const pcm = await this.#between(piece.source, piece.from, piece.to);
    if (!pcm) return new Int16Array(length);
    if (piece.gain !== 0) applyGain(pcm, piece.gain, this.#sampleRate);
    return renderPiece({ ...piece, from: 0, to: length }, pcm);
  }

  async #between(source: Piece['source'], from: number, to: number): Promise<Int16Array | undefined> {
    switch (source.kind) {
      case 'silence':
        return undefined;
      case 'recording':
        return (await this.#read(source.id, from, to)).slice();
      case 'treated': {
        if (this.#last?.source !== source) {
          const inner = await soundOfEdited(source.of, this.#sampleRate, this.#read);
          this.#last = { source, pcm: treated(inner, this.#sampleRate, source.treatment) };
        }
        const asked = new Int16Array(to - from);
        asked.set(this.#last.pcm.subarray(from, to));
        return asked;
      }
      case 'clip':
        throw new Error('A recording is not made of clips.');
    }
  }
}
