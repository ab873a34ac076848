import { unzipSync } from 'fflate';
import { ReaderError } from './readerError.ts';

/** Most that an archive may hold when unpacked. */
const MAX_BYTES = 300 * 1024 * 1024;
const MAX_ENTRIES = 10_000;
/** An archive that grows more than this is no document. */
const MAX_RATIO = 400;

/** Files of an unpacked archive by their path. */
export type Archive = ReadonlyMap<string, Uint8Array>;

/**
 * Unpacks the files of an archive that are wanted, in memory; nothing is written anywhere, so that a path can
 * lead nowhere.
 * @throws ReaderError for an archive that is broken, encrypted or unpacks to far too much.
 */
export function unpack(bytes: Uint8Array, wanted: (path: string) => boolean): Archive {
  let entries = 0;
  let unpacked = 0;
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize, size }) => {
        entries += 1;
        if (!wanted(name)) return false;
        unpacked += originalSize;
        if (
          entries > MAX_ENTRIES ||
          unpacked > MAX_BYTES ||
          (originalSize > 10_000_000 && originalSize > size * MAX_RATIO)
        )
          throw new ReaderError(
            'too-large',
            'The file unpacks to far more than a handout can be. It was not read.',
          );
        return true;
      },
    });
    return new Map(Object.entries(files));
  } catch (error) {
    if (error instanceof ReaderError) throw error;
    throw new ReaderError(
      'broken',
      'The file is broken: it is cut short or damaged. Open it in the program it was made with, save it again, and choose the new file.',
    );
  }
}

/** The text of a file in the archive; `undefined` when it is not there. */
export function textOf(archive: Archive, path: string): string | undefined {
  const bytes = archive.get(path);
  return bytes && new TextDecoder('utf-8').decode(bytes);
}

/** A path written in the archive, from a folder of it; it cannot lead out. */
export function pathIn(folder: string, written: string): string {
  const parts = written.startsWith('/') ? [] : folder.split('/').filter((part) => part !== '');
  for (const part of decodeURIComponent(written.replace(/#.*$/u, '')).split('/'))
    if (part === '..') parts.pop();
    else if (part !== '.' && part !== '') parts.push(part);
  return parts.join('/');
}
