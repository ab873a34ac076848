import { BYTES_PER_SAMPLE, wavHeader } from '@aurelfield/core';
import { open } from 'node:fs/promises';

/** A piece of a reading's sound: samples in a file, or silence. */
export interface AudioPart {
  readonly samples: number;
  /** File with bare 16-bit samples; silence without one. */
  readonly file?: string;
}

const CHUNK_BYTES = 256 * 1024;

/** A WAV file that exists only as its parts; any stretch of its bytes can be read without holding the whole. */
export class AudioSource {
  readonly #header: Uint8Array;
  readonly #parts: readonly AudioPart[];
  /** Length of the whole file in bytes. */
  readonly bytes: number;

  constructor(sampleRate: number, parts: readonly AudioPart[]) {
    this.#parts = parts;
    const samples = parts.reduce((sum, part) => sum + part.samples, 0);
    this.#header = wavHeader(sampleRate, samples);
    this.bytes = this.#header.length + samples * BYTES_PER_SAMPLE;
  }

  /** The bytes from `start` up to, not including, `end`, in order. */
  async *read(start = 0, end = this.bytes): AsyncGenerator<Uint8Array> {
    let at = 0;
    const overlap = (length: number) => ({ from: Math.max(start - at, 0), to: Math.min(end - at, length) });
    const head = overlap(this.#header.length);
    if (head.from < head.to) yield this.#header.subarray(head.from, head.to);
    at = this.#header.length;
    for (const part of this.#parts) {
      if (at >= end) return;
      const length = part.samples * BYTES_PER_SAMPLE;
      const { from, to } = overlap(length);
      if (from < to) yield* part.file === undefined ? silence(to - from) : fileBytes(part.file, from, to);
      at += length;
    }
  }
}

const ZEROS = new Uint8Array(CHUNK_BYTES);

function* silence(bytes: number): Generator<Uint8Array> {
  for (let left = bytes; left > 0; left -= CHUNK_BYTES) yield ZEROS.subarray(0, Math.min(left, CHUNK_BYTES));
}

async function* fileBytes(file: string, from: number, to: number): AsyncGenerator<Uint8Array> {
  const handle = await open(file, 'r');
  try {
    for (let at = from; at < to;) {
      const buffer = Buffer.allocUnsafe(Math.min(CHUNK_BYTES, to - at));
      const { bytesRead } = await handle.read(buffer, 0, buffer.length, at);
      if (bytesRead === 0) throw new Error(`The clip ${file} is shorter than it should be.`);
      yield buffer.subarray(0, bytesRead);
      at += bytesRead;
    }
  } finally {
    await handle.close();
  }
}
