import type { ExportRequest, FormatView, JoiningOptions, Naming, Output } from '@aurelfield/api';
import { exportRequestSchema } from '@aurelfield/api';
import {
  derivedUrn,
  FileNames,
  FormatError,
  FORMATS,
  formatOf,
  nameOf,
  namePattern,
  repeatedExportDocument,
  sectionExportDocument,
  sectionsOf,
  type ExportDocument,
  type Format,
} from '@aurelfield/formats';
import { Readable, Transform } from 'node:stream';
import type { Jobs } from '../../jobs/jobs.ts';
import type { JobRow, JobRepository } from '../../jobs/jobRepository.ts';
import type { PayloadOf } from '../../db/schema/jobPayloads.ts';
import type { JobHandler } from '../../jobs/worker.ts';
import type { ReadingMaker } from '../readings/readingMaker.ts';
import type { ReadingPlanner } from '../readings/readingPlanner.ts';
import type { ReadingRow, ReadingRepository } from '../readings/readingRepository.ts';
import { AppError } from '../../appError.ts';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';
import type { ExportDocumentMaker, NamedExportDocument, NamedFacts } from './exportDocumentMaker.ts';
import { codeOf } from '../../errorCode.ts';

/** Writing the file counts as one twentieth of the work when progress is shown. */
const WRITING_SHARE = 0.05;
/** What lies here is swept away after a week, with the jobs that name it. */
export const EXPORTS = 'exports/';

export interface ExportDeps {
  readonly readings: ReadingRepository;
  readonly planner: ReadingPlanner;
  readonly maker: ReadingMaker;
  readonly exportDocuments: ExportDocumentMaker;
  readonly jobs: Jobs;
  readonly jobRepository: JobRepository;
  readonly store: ObjectStore;
}

/** A file that was written, where it lies in the store. */
interface WrittenFile {
  readonly object: string;
  readonly fileName: string;
  readonly mediaType: string;
  readonly bytes: number;
}

/** Readings saved as files. */
export class ExportService {
  readonly #deps: ExportDeps;

  constructor(deps: ExportDeps) {
    this.#deps = deps;
  }

  /** The formats there are, for the screens. */
  formats(): FormatView[] {
    return FORMATS.map(({ id, label, goodFor, group, extension, quality }) => ({
      id,
      label,
      goodFor,
      group,
      extension,
      quality: [...quality],
    }));
  }

  /**
   * The job that writes a reading's file; an earlier one whose file is still right is returned.
   * @throws AppError for a format that there is not, or a pattern of names that is wrong.
   */
  async begin(schoolId: string, readingId: string, request: ExportRequest): Promise<JobRow> {
    const { readings, exportDocuments, jobs, jobRepository } = this.#deps;
    const { naming, partial, ...output } = exportRequestSchema.parse(request);
    checkOutput(output, naming);
    const facts = await exportDocuments.fingerprint(await readings.get(schoolId, readingId));
    const payload = exportPayload([readingId], output, naming, { facts, partial });
    const earlier = await jobRepository.latestLike(schoolId, payload);
    if (earlier?.state === 'waiting' || earlier?.state === 'running') return earlier;
    if (earlier && !partial && (await this.isAllThere(earlier))) return earlier;
    return jobs.begin({ schoolId, payload });
  }

  /** Whether what a job has written is all there. */
  async isAllThere({ state, result }: JobRow): Promise<boolean> {
    const files = state === 'done' ? filesOf(result) : [];
    for (const { object } of files) if (!(await this.#isThere(object))) return false;
    return files.length > 0;
  }

  /** Carries such a job out: makes what is missing, then writes. */
  readonly job: JobHandler<'export'> = async ({ id, schoolId, payload }, context) => {
    const { readings, planner, maker, exportDocuments } = this.#deps;
    const { output, naming, joining, partial } = payload;
    const format = knownFormat(output.format);
    const isSilent = needsNoSound(format, output, joining);
    const rows: ReadingRow[] = [];
    let before = 0;
    let total = 0;
    for (const readingId of payload.readingIds) {
      const row = await readings.get(schoolId, readingId);
      const offset = before;
      rows.push(
        partial
          ? row
          : isSilent
            ? await planner.finish(row, context.signal)
            : await maker.makeAll(row, {
                signal: context.signal,
                progress: (done, own) => {
                  total = Math.ceil((offset + own) * (1 + WRITING_SHARE));
                  return context.progress(offset + done, total);
                },
              }),
      );
      before += rows.at(-1)?.sentences ?? 0;
    }
    const [first] = rows;
    if (!first) throw new AppError('nothing', 'There is nothing to write.');
    const named =
      joining && rows.length > 0
        ? await exportDocuments.joined(rows, joining, derivedUrn(rows.map((row) => row.id).join(), 'joined'))
        : await exportDocuments.of(first, { partial, isSilent });
    const files = await this.#write(named, format, { output, naming, object: `${EXPORTS}${schoolId}/${id}`, signal: context.signal }); // prettier-ignore
    await context.progress(total, total);
    const [only, ...others] = files;
    if (only && others.length === 0) return { kind: 'file', ...only };
    return { kind: 'files', fileName: `${nameFor(named, naming, '')}.zip`, files };
  };

  /** Writes an edition's files into the store. One that fails takes those before it away again. */
  async #write(
    named: NamedExportDocument,
    format: Format,
    options: { output: Output; naming: Naming; object: string; signal: AbortSignal },
  ): Promise<WrittenFile[]> {
    const { output, naming, object, signal } = options;
    const names = new FileNames();
    const files: WrittenFile[] = [];
    try {
      for (const [nth, { exportDocument, section }] of shaped(
        signedExportDocument(named.exportDocument, naming),
        output,
      ).entries()) {
        signal.throwIfAborted();
        const fileName = names.unique(nameFor(named, naming, section), format.extension);
        const target = `${object}-${nth}.${format.extension}`;
        const bytes = await this.#store(
          format.write(exportDocument, { quality: output.quality, signal }),
          target,
        );
        files.push({ object: target, fileName, mediaType: format.mediaType, bytes });
      }
      return files;
    } catch (error) {
      for (const file of files) await this.#deps.store.delete(file.object).catch(() => undefined);
      signal.throwIfAborted();
      throw toAppError(error);
    }
  }

  async #store(stream: AsyncIterable<Uint8Array>, object: string): Promise<number> {
    let bytes = 0;
    const counted = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        bytes += chunk.length;
        done(null, chunk);
      },
    });
    const source = Readable.from(stream, { objectMode: false });
    // The store reads the counted stream; what goes wrong before it must reach it.
    source.on('error', (error) => counted.destroy(error));
    await this.#deps.store.put(object, source.pipe(counted));
    return bytes;
  }

  async #isThere(object: string): Promise<boolean> {
    try {
      return (await this.#deps.store.read(object, { start: 0, end: 1 })).length > 0;
    } catch (error) {
      if (error instanceof ObjectGone) return false;
      throw error;
    }
  }
}

/** What people can do something about, in words for them; other failures as they are. */
export function toAppError(error: unknown): unknown {
  if (error instanceof FormatError) return new AppError('format', error.message);
  return codeOf(error) === 'ENOSPC'
    ? new AppError(
        'disk-full',
        'The disk is full, so the file could not be written. Make room and try again.',
      )
    : error;
}

/** What such a job is to do; the same request is the same payload. */
export function exportPayload(
  readingIds: readonly string[],
  output: Output,
  naming: Naming,
  more: {
    /** `fingerprint` of the first of them. */
    readonly facts: string;
    readonly joining?: JoiningOptions | null;
    readonly partial?: boolean;
  },
): PayloadOf<'export'> {
  const { facts, joining = null, partial = false } = more;
  return { kind: 'export', readingIds: [...readingIds], output, naming, joining, partial, facts };
}

/** @throws AppError when the request is wrong. */
export function checkOutput({ format }: Pick<Output, 'format'>, { pattern }: Naming): void {
  knownFormat(format);
  try {
    namePattern(pattern);
  } catch (error) {
    throw new AppError('name-pattern', error instanceof Error ? error.message : String(error));
  }
}

/**
 * Whether a file holds text alone: nothing has to be made for it. Joined and repeated ones go by the
 * timeline.
 */
export function needsNoSound(
  { group }: Pick<Format, 'group'>,
  { shape }: Pick<Output, 'shape'>,
  joining: JoiningOptions | null,
): boolean {
  return group === 'text' && shape.kind === 'whole' && joining === null;
}

function knownFormat(id: string): Format {
  try {
    return formatOf(id);
  } catch (error) {
    throw new AppError('no-format', error instanceof Error ? error.message : String(error));
  }
}

/**
 * The edition as its files may say whom they are for: tags and books carry initials where names of files do.
 */
function signedExportDocument(exportDocument: ExportDocument, { initials }: Naming): ExportDocument {
  if (!initials) return exportDocument;
  return {
    ...exportDocument,
    facts: { ...exportDocument.facts, pupil: initialsOf(exportDocument.facts.pupil) },
  };
}

/** The editions that go into files, each with the number and title of its section. */
function shaped(
  exportDocument: ExportDocument,
  { shape }: Output,
): { exportDocument: ExportDocument; section: string }[] {
  switch (shape.kind) {
    case 'whole':
      return [{ exportDocument, section: '' }];
    case 'repeated':
      return [{ exportDocument: repeatedExportDocument(exportDocument, shape), section: '' }];
    case 'sections':
      return sectionsOf(exportDocument).map(({ title }, nth, all) => ({
        exportDocument: sectionExportDocument(exportDocument, nth),
        section: `${sectionNumber(nth, all.length)} ${title}`,
      }));
  }
}

/** Numbers of as many figures as the last one has, two at least: players and folders order by signs. */
function sectionNumber(nth: number, count: number): string {
  return String(nth + 1).padStart(Math.max(2, String(count).length), '0');
}

/**
 * The name of a file without its ending. A section's number and title are put behind where the pattern has no
 * place for them.
 */
export function nameFor(
  { exportDocument, subject }: NamedFacts,
  { pattern, initials }: Naming,
  section: string,
): string {
  const { title, pupil, className, voice, date, school } = exportDocument.facts;
  const own = section !== '' && !pattern.includes('{section}') ? `${pattern} – {section}` : pattern;
  return nameOf(own, {
    title,
    pupil: initials ? initialsOf(pupil) : pupil,
    class: className,
    subject,
    voice,
    date,
    school,
    section,
  });
}

/** "I." for Ines, "O. B." for Osric Bell. */
export function initialsOf(name: string): string {
  return name
    .split(/[\s.-]+/u)
    .flatMap((part) => [...new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(part)].slice(0, 1))
    .map(({ segment }) => `${segment.toUpperCase()}.`)
    .join(' ');
}

/** The files that a job has written. */
export function filesOf(result: JobRow['result']): readonly WrittenFile[] {
  if (result?.kind === 'file') return [result];
  return result?.kind === 'files' ? result.files : [];
}
