import { BYTES_PER_SAMPLE, renderPiece } from '@aurelfield/core/audio';
import { planKey, type SpeechPlan } from '@aurelfield/core/speech';
import { lengthOf, type ClipFacts, type Piece } from '@aurelfield/core/timeline';
import { factsOfClip, type VoiceRegistry } from '@aurelfield/voices';
import { mkdtemp, open, rm, type FileHandle } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';

interface KeptClip {
  readonly facts: ClipFacts;
  /** Byte at which its samples begin. */
  readonly at: number;
}

/** Samples of silence that are put out in one go. */
const SILENCE = new Uint8Array(64 * 1024);

/**
 * Clips that were made, each once, in one file for as long as the terminal runs: not in memory, so that a
 * book can be made.
 */
export class ClipFile {
  readonly #registry: VoiceRegistry;
  readonly #folder: string;
  readonly #file: FileHandle;
  readonly #clips = new Map<string, Promise<KeptClip>>();
  #end = 0;

  private constructor(registry: VoiceRegistry, folder: string, file: FileHandle) {
    this.#registry = registry;
    this.#folder = folder;
    this.#file = file;
  }

  static async open(registry: VoiceRegistry): Promise<ClipFile> {
    const folder = await mkdtemp(path.join(tmpdir(), 'aurelfield-clips-'));
    return new ClipFile(registry, folder, await open(path.join(folder, 'clips.raw'), 'w+'));
  }

  /** How many were made. */
  get made(): number {
    return this.#clips.size;
  }

  async close(): Promise<void> {
    await this.#file.close();
    await rm(this.#folder, { recursive: true, force: true });
  }

  /** What is known of a plan's clip; it is made if need be. */
  async facts(plan: SpeechPlan): Promise<{ key: string; facts: ClipFacts }> {
    const key = planKey(plan);
    const known = this.#clips.get(key) ?? this.#make(plan);
    this.#clips.set(key, known);
    return { key, facts: (await known).facts };
  }

  /** Samples of pieces, as 16-bit little-endian bytes. */
  async *render(pieces: readonly Piece[]): AsyncGenerator<Uint8Array> {
    for (const piece of pieces) {
      if (piece.source.kind !== 'clip') {
        for (let left = lengthOf(piece) * BYTES_PER_SAMPLE; left > 0; left -= SILENCE.length)
          yield SILENCE.subarray(0, Math.min(left, SILENCE.length));
        continue;
      }
      const clip = await this.#clips.get(piece.source.key);
      if (!clip) throw new Error(`The clip ${piece.source.key} was not made.`);
      const bytes = Buffer.alloc(clip.facts.samples * BYTES_PER_SAMPLE);
      await this.#file.read(bytes, 0, bytes.length, clip.at);
      const pcm = renderPiece(piece, new Int16Array(bytes.buffer, bytes.byteOffset, clip.facts.samples));
      yield new Uint8Array(pcm.buffer, pcm.byteOffset, pcm.byteLength);
    }
  }

  async #make(plan: SpeechPlan): Promise<KeptClip> {
    const clip = await this.#registry.speak(plan);
    const at = this.#end;
    this.#end += clip.pcm.byteLength;
    await this.#file.write(new Uint8Array(clip.pcm.buffer, clip.pcm.byteOffset, clip.pcm.byteLength), 0, clip.pcm.byteLength, at); // prettier-ignore
    return { facts: factsOfClip(clip), at };
  }
}
