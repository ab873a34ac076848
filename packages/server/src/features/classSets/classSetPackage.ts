import type { ClassSet } from '@aurelfield/api';
import { FileNames, zipped, type Entry } from '@aurelfield/formats';
import { setTimeout as delay } from 'node:timers/promises';
import { filesOf } from '../exports/exportService.ts';
import type { JobRepository } from '../../jobs/jobRepository.ts';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';
import { Folders, START_PAGE, startPage } from './classSetFolders.ts';
import { checkPackable, type ClassSetService } from './classSetService.ts';

export interface ClassSetPackageDeps {
  readonly service: ClassSetService;
  readonly jobRepository: JobRepository;
  readonly store: ObjectStore;
}

const POLL_MILLISECONDS = 300;
/** What is put beside the files where some of them could not be made. */
const MISSING = 'What is missing.txt';

/**
 * All files of a class set as one archive, written while they are made: a file goes in when it is whole,
 * never before.
 */
export class ClassSetPackage {
  readonly #deps: ClassSetPackageDeps;

  constructor(deps: ClassSetPackageDeps) {
    this.#deps = deps;
  }

  /** @throws AppError where nothing can be packed; later errors are listed in a file of the archive. */
  async of(
    schoolId: string,
    setId: string,
    signal: AbortSignal,
  ): Promise<{ fileName: string; bytes: AsyncIterable<Uint8Array> }> {
    const set = await this.#deps.service.get(schoolId, setId);
    checkPackable(set);
    const fileName = new FileNames().unique(
      set.title
        .replace(/[^\p{L}\p{N} ,.()-]+/gu, ' ')
        .replace(/\s+/gu, ' ')
        .trim() || 'Class set',
      'zip',
    );
    return { fileName, bytes: zipped(this.#entries(schoolId, set, signal), new Date(set.createdAt)) };
  }

  /** A folder for each pupil, and a page that leads to all files. */
  async *#entries(schoolId: string, first: ClassSet, signal: AbortSignal): AsyncGenerator<Entry> {
    const folders = new Folders(first.initials);
    const missing: string[] = [];
    for (const [nth, { pupilId, pupil, handouts }] of first.items.entries()) {
      const item = await this.#whenEnded(schoolId, first.id, nth, signal);
      const folder = folders.of(pupilId, pupil);
      const titles = handouts.map(({ title }) => title).join(', ');
      if (item?.state !== 'done' || item.file === null) {
        missing.push(`${titles} – ${folder.name}: ${item?.error ?? 'not made yet'}`);
        continue;
      }
      const jobId = item.file.split('/').at(-2) ?? '';
      const { result } = await this.#deps.jobRepository.get(schoolId, jobId);
      for (const { object, fileName } of filesOf(result)) {
        const [, stem = fileName, ending = 'bin'] = /^(.+?)\.([a-z0-9]+(?:\.zip)?)$/iu.exec(fileName) ?? [];
        try {
          const stream = await this.#deps.store.stream(object);
          yield {
            name: `${folder.name}/${folder.add(stem, ending)}`,
            content: () => stream as AsyncIterable<Buffer>,
            stored: true,
          };
        } catch (error) {
          if (!(error instanceof ObjectGone)) throw error;
          missing.push(
            `${fileName}: it is not in the store any more; let the class set go on, and it is written again`,
          );
        }
      }
    }
    yield { name: START_PAGE, content: startPage(first.title, folders.all) };
    if (missing.length > 0) yield { name: MISSING, content: `${missing.join('\r\n')}\r\n` };
  }

  /** An item when it has come to an end, or its set is not under way any more. */
  async #whenEnded(schoolId: string, setId: string, nth: number, signal: AbortSignal) {
    for (;;) {
      signal.throwIfAborted();
      const { state, items } = await this.#deps.service.get(schoolId, setId);
      const item = items[nth];
      if (!item || state !== 'running' || (item.state !== 'waiting' && item.state !== 'running')) return item;
      await delay(POLL_MILLISECONDS, undefined, { signal });
    }
  }
}
