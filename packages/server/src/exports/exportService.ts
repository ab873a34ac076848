import type { ExportFormat } from '@aurelfield/api';
import { access, mkdir, readdir, stat, unlink } from 'node:fs/promises';
import path from 'node:path';
import type { VoiceRegistry } from '@aurelfield/voices';
import type { HandoutStore } from '../handouts/handoutStore.ts';
import { HttpProblem } from '../http/problem.ts';
import type { JobContext, JobResult, JobRunner } from '../jobs/jobRunner.ts';
import type { JobRow, JobStore } from '../jobs/jobStore.ts';
import type { PupilStore } from '../pupils/pupilStore.ts';
import type { ReadingService } from '../readings/readingService.ts';
import type { ReadingStore } from '../readings/readingStore.ts';
import { encodeAudio } from './encode.ts';
import { audioFileName } from './fileName.ts';

const KEPT_MILLISECONDS = 24 * 60 * 60 * 1000;
const MAX_WAV_BYTES = 0xffff_ffff;
/** Encoding counts as one twentieth of the work when progress is shown. */
const ENCODING_SHARE = 0.05;

export interface ExportParts {
  readonly readings: ReadingStore;
  readonly service: ReadingService;
  readonly handouts: HandoutStore;
  readonly pupils: PupilStore;
  readonly voices: VoiceRegistry;
  readonly jobs: JobStore;
  /** Where finished files lie for a day. */
  readonly folder: string;
}

/** Readings saved as files. */
export class ExportService {
  readonly #parts: ExportParts;

  constructor(parts: ExportParts) {
    this.#parts = parts;
  }

  /** The job that makes the file; an earlier one whose file is still right is handed out again. */
  async begin(schoolId: string, readingId: string, format: ExportFormat, runner: JobRunner): Promise<JobRow> {
    const { fileName } = await this.#names(schoolId, readingId, format);
    const earlier = await this.#parts.jobs.latest(readingId, 'export', format);
    if (earlier?.state === 'waiting' || earlier?.state === 'running') return earlier;
    if (
      earlier?.state === 'done' &&
      earlier.fileName === fileName &&
      earlier.file !== null &&
      (await exists(earlier.file))
    )
      return earlier;
    return runner.enqueue({ schoolId, kind: 'export', readingId, format });
  }

  /** Makes what is missing, then writes the file. */
  async run(job: JobRow, context: JobContext): Promise<JobResult> {
    const format = job.format === 'wav' ? 'wav' : 'mp3';
    const reading = await this.#parts.readings.get(job.schoolId, job.readingId);
    const { fileName, title, pupil } = await this.#names(job.schoolId, job.readingId, format);
    await this.#parts.service.makeAll(reading, context.signal, (done, total) =>
      context.progress(done, Math.ceil(total * (1 + ENCODING_SHARE))),
    );
    const voice = this.#parts.voices.find(reading.voice);
    const planned = await this.#parts.readings.get(job.schoolId, job.readingId);
    const audio = await this.#parts.service.audio(
      job.schoolId,
      reading.id,
      0,
      planned.sentences,
      context.signal,
    );
    if (format === 'wav' && audio.bytes > MAX_WAV_BYTES) {
      throw new HttpProblem(
        413,
        'too-long',
        'This reading is too long for a WAV file (4 GB). Save it as MP3.',
      );
    }
    await mkdir(this.#parts.folder, { recursive: true });
    const file = path.join(this.#parts.folder, `${job.id}.${format}`);
    const tags = {
      title,
      artist: voice?.label ?? reading.voice,
      date: new Date().toISOString().slice(0, 10),
      comment: `For ${pupil}, at ${reading.settings.pace} words a minute`,
    };
    await encodeAudio(audio, format, tags, file, context.signal);
    const total = Math.ceil(planned.sentences * (1 + ENCODING_SHARE));
    await context.progress(total, total);
    return { file, fileName };
  }

  /** Removes files older than a day. */
  async sweep(): Promise<void> {
    const names = await readdir(this.#parts.folder).catch(() => []);
    for (const name of names) {
      const file = path.join(this.#parts.folder, name);
      const age =
        Date.now() -
        (await stat(file).then(
          (found) => found.mtimeMs,
          () => Date.now(),
        ));
      if (age > KEPT_MILLISECONDS) await unlink(file).catch(() => undefined);
    }
  }

  async #names(
    schoolId: string,
    readingId: string,
    format: ExportFormat,
  ): Promise<{ fileName: string; title: string; pupil: string }> {
    const reading = await this.#parts.readings.get(schoolId, readingId);
    const [handout, pupil] = await Promise.all([
      this.#parts.handouts.row(schoolId, reading.handoutId),
      this.#parts.pupils.get(schoolId, reading.pupilId),
    ]);
    return {
      fileName: audioFileName(handout.title, pupil.name, format),
      title: handout.title,
      pupil: pupil.name,
    };
  }
}

async function exists(file: string): Promise<boolean> {
  return access(file).then(
    () => true,
    () => false,
  );
}
