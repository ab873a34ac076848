import { PEAK_SAMPLES, RECORDING_RATE } from '@aurelfield/api';
import { BYTES_PER_SAMPLE, type ReadRecording } from '@aurelfield/core/audio';
import { LRUCache } from 'lru-cache';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';

/** All that belongs to recordings lies below this. */
const RECORDINGS = 'recordings/';
/** Samples of a part of a finished recording: ten seconds. */
const PART = 10 * RECORDING_RATE;
const KEPT_BYTES = 48 * 1024 * 1024;

/**
 * Where the sound of recordings lies in the store: as it came, and in parts of ten seconds of which any
 * stretch can be read.
 */
export class RecordingSound {
  readonly #store: ObjectStore;
  readonly #kept = new LRUCache<string, Int16Array>({
    maxSize: KEPT_BYTES,
    sizeCalculation: (pcm) => pcm.byteLength + 100,
  });

  constructor(store: ObjectStore) {
    this.#store = store;
  }

  /** Name of the file that it came as. */
  source(schoolId: string, id: string): string {
    return `${folderOf(schoolId, id)}/source`;
  }

  /** Name of a part as it came from the browser. */
  taken(schoolId: string, id: string, part: number): string {
    return `${folderOf(schoolId, id)}/taken-${String(part).padStart(6, '0')}`;
  }

  peaks(schoolId: string, id: string): string {
    return `${folderOf(schoolId, id)}/peaks`;
  }

  part(schoolId: string, id: string, part: number): string {
    return `${folderOf(schoolId, id)}/part-${String(part).padStart(6, '0')}`;
  }

  /** Numbers below `parts` of which no part has come. */
  async missing(schoolId: string, id: string, parts: number): Promise<number[]> {
    const found = new Set<string>();
    for await (const { name } of this.#store.list(`${folderOf(schoolId, id)}/taken-`)) found.add(name);
    return Array.from({ length: parts }, (_, part) => part).filter(
      (part) => !found.has(this.taken(schoolId, id, part)),
    );
  }

  /** Reads stretches of one recording; what lies outside of it is silent. */
  reader(schoolId: string, recordingId: string): ReadRecording {
    return async (_id, from, to) => {
      const pcm = new Int16Array(Math.max(0, to - from));
      for (let nth = Math.floor(Math.max(0, from) / PART); nth * PART < to; nth++) {
        const own = await this.#part(this.part(schoolId, recordingId, nth));
        if (!own) break;
        const start = nth * PART;
        const [first, last] = [Math.max(from, start), Math.min(to, start + own.length)];
        if (first < last) pcm.set(own.subarray(first - start, last - start), first - from);
      }
      return pcm;
    };
  }

  async #part(name: string): Promise<Int16Array | undefined> {
    const kept = this.#kept.get(name);
    if (kept) return kept;
    const bytes = await this.#store.read(name).catch((error: unknown) => {
      if (error instanceof ObjectGone) return undefined;
      throw error;
    });
    if (!bytes) return undefined;
    const copy = Buffer.from(bytes);
    const pcm = new Int16Array(
      copy.buffer.slice(copy.byteOffset, copy.byteOffset + copy.length),
      0,
      copy.length / BYTES_PER_SAMPLE,
    );
    this.#kept.set(name, pcm);
    return pcm;
  }

  /**
   * Stores sound as it streams in, in parts, and the waveform's peaks beside them.
   * @param onPart receives each part's samples.
   * @returns how many samples there were.
   */
  async write(
    schoolId: string,
    id: string,
    chunks: AsyncIterable<Buffer>,
    onPart: (pcm: Int16Array) => void | Promise<void>,
  ): Promise<number> {
    const bytes = Buffer.alloc(PART * BYTES_PER_SAMPLE);
    const peaks: Uint8Array[] = [];
    let [filled, nth, samples] = [0, 0, 0];
    const flush = async () => {
      if (filled === 0) return;
      const own = Buffer.from(bytes.subarray(0, filled));
      const pcm = new Int16Array(own.buffer, own.byteOffset, filled / BYTES_PER_SAMPLE);
      await this.#store.put(this.part(schoolId, id, nth), own);
      peaks.push(peaksOf(pcm));
      samples += pcm.length;
      await onPart(pcm);
      nth += 1;
      filled = 0;
    };
    for await (const chunk of chunks) {
      for (let at = 0; at < chunk.length;) {
        const taken = chunk.copy(bytes, filled, at);
        at += taken;
        filled += taken;
        if (filled === bytes.length) await flush();
      }
    }
    await flush();
    await this.#store.put(this.peaks(schoolId, id), Buffer.concat(peaks));
    return samples;
  }
}

/** Lowest and highest sample of every 5 ms, in 256 steps. A part is a whole number of them. */
function peaksOf(pcm: Int16Array): Uint8Array {
  const peaks = new Int8Array(2 * Math.ceil(pcm.length / PEAK_SAMPLES));
  for (let i = 0; i < peaks.length / 2; i++) {
    let [least, most] = [32_767, -32_768];
    const end = Math.min(pcm.length, (i + 1) * PEAK_SAMPLES);
    for (let at = i * PEAK_SAMPLES; at < end; at++) {
      const sample = pcm[at] ?? 0;
      if (sample < least) least = sample;
      if (sample > most) most = sample;
    }
    peaks[2 * i] = Math.floor(least / 256);
    peaks[2 * i + 1] = Math.floor(most / 256);
  }
  return new Uint8Array(peaks.buffer);
}

/** Beginning of the names of all that is stored of a recording. */
export function recordingFolder(schoolId: string, id: string): string {
  return `${folderOf(schoolId, id)}/`;
}

function folderOf(schoolId: string, id: string): string {
  return `${RECORDINGS}${schoolId}/${id}`;
}
