import type { ExportFormat } from '@aurelfield/api';
import type { VoiceRegistry } from '@aurelfield/voices';
import { createReadStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Shelf } from '../handouts/shelf.ts';
import type { Jobs } from '../jobs/jobs.ts';
import type { JobRow, JobStore } from '../jobs/jobStore.ts';
import type { JobWork } from '../jobs/worker.ts';
import type { PupilStore } from '../pupils/pupilStore.ts';
import type { ReadingMaker } from '../readings/readingMaker.ts';
import type { ReadingSound } from '../readings/readingSound.ts';
import type { ReadingRow, ReadingStore } from '../readings/readingStore.ts';
import { Refusal } from '../refusal.ts';
import { ObjectGone, type ObjectStore } from '../store/objectStore.ts';
import { encodeAudio } from './encode.ts';
import { audioFileName } from './fileName.ts';

const MAX_WAV_BYTES = 0xffff_ffff;
/** Encoding counts as one twentieth of the work when progress is shown. */
const ENCODING_SHARE = 0.05;
const MEDIA_TYPES: Readonly<Record<ExportFormat, string>> = { mp3: 'audio/mpeg', wav: 'audio/wav' };
/** What lies here is swept away after a day. */
export const EXPORTS = 'exports/';

export interface ExportParts {
  readonly readings: ReadingStore;
  readonly maker: ReadingMaker;
  readonly sound: ReadingSound;
  readonly shelf: Shelf;
  readonly pupils: PupilStore;
  readonly voices: VoiceRegistry;
  readonly jobs: Jobs;
  readonly jobStore: JobStore;
  readonly store: ObjectStore;
}

/** Readings saved as files. */
export class ExportService {
  readonly #parts: ExportParts;

  constructor(parts: ExportParts) {
    this.#parts = parts;
  }

  /** The job that makes the file; an earlier one whose file is still right is handed out again. */
  async begin(schoolId: string, readingId: string, format: ExportFormat): Promise<JobRow> {
    const { readings, jobs, jobStore } = this.#parts;
    const { fileName } = await this.#names(await readings.get(schoolId, readingId), format);
    const earlier = await jobStore.latest(readingId, 'export', format);
    if (earlier?.state === 'waiting' || earlier?.state === 'running') return earlier;
    const file = earlier?.state === 'done' && earlier.result?.kind === 'file' ? earlier.result : undefined;
    if (earlier && file?.fileName === fileName && (await this.#isThere(file.object))) return earlier;
    return jobs.begin({ schoolId, payload: { kind: 'export', readingId, format } });
  }

  /** Carries such a job out: makes what is missing, then writes the file. */
  readonly work: JobWork<'export'> = async ({ id, schoolId, payload }, context) => {
    const { readings, maker, sound, store, voices } = this.#parts;
    const { format } = payload;
    const reading = await maker.makeAll(await readings.get(schoolId, payload.readingId), {
      signal: context.signal,
      progress: (done, total) => context.progress(done, Math.ceil(total * (1 + ENCODING_SHARE))),
    });
    const { fileName, title, pupil } = await this.#names(reading, format);
    const audio = sound.wholeWav(reading);
    if (format === 'wav' && audio.bytes > MAX_WAV_BYTES)
      throw new Refusal('too-long', 'This reading is too long for a WAV file (4 GB). Save it as MP3.');
    const tags = {
      title,
      artist: voices.find(reading.voice)?.label ?? reading.voice,
      date: new Date().toISOString().slice(0, 10),
      comment: `For ${pupil}, at ${reading.settings.pace} words a minute`,
    };
    const object = `${EXPORTS}${schoolId}/${id}.${format}`;
    const folder = await mkdtemp(path.join(tmpdir(), 'aurelfield-export-'));
    try {
      const file = path.join(folder, `reading.${format}`);
      await encodeAudio(audio, format, tags, file, context.signal);
      await store.put(object, createReadStream(file));
      const { size } = await stat(file);
      const total = Math.ceil(reading.sentences * (1 + ENCODING_SHARE));
      await context.progress(total, total);
      return { kind: 'file', object, fileName, mediaType: MEDIA_TYPES[format], bytes: size };
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  };

  async #isThere(object: string): Promise<boolean> {
    try {
      return (await this.#parts.store.read(object, { start: 0, end: 1 })).length > 0;
    } catch (error) {
      if (error instanceof ObjectGone) return false;
      throw error;
    }
  }

  async #names(
    { schoolId, handoutId, pupilId }: ReadingRow,
    format: ExportFormat,
  ): Promise<{ fileName: string; title: string; pupil: string }> {
    const [{ handout }, pupil] = await Promise.all([
      this.#parts.shelf.row(schoolId, handoutId),
      this.#parts.pupils.get(schoolId, pupilId),
    ]);
    return {
      fileName: audioFileName(handout.title, pupil.name, format),
      title: handout.title,
      pupil: pupil.name,
    };
  }
}
