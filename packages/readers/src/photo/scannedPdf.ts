import { execFile } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { ReaderError } from '../readerError.ts';

const run = promisify(execFile);
/** A scan of more pages is to be split. */
export const SCAN_PAGES_AT_MOST = 40;
const TIMEOUT = 50_000;

/**
 * The pages of a PDF as JPEGs, by Debian's poppler: for scans, which have no text.
 * @throws ReaderError when it has too many pages or cannot be drawn.
 */
export async function pagesOfScan(name: string, bytes: Uint8Array): Promise<Uint8Array[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'aurel-scan-'));
  try {
    const file = path.join(folder, 'scan.pdf');
    await writeFile(file, bytes);
    const last = String(SCAN_PAGES_AT_MOST + 1);
    // Drawn at one size whatever the PDF says of its pages: A4 at 250 dpi.
    await run(
      'pdftoppm',
      ['-l', last, '-jpeg', '-jpegopt', 'quality=85', '-scale-to', '2924', file, path.join(folder, 'page')],
      { timeout: TIMEOUT },
    );
    const pages = (await readdir(folder)).filter((entry) => entry.endsWith('.jpg')).sort();
    if (pages.length > SCAN_PAGES_AT_MOST)
      throw new ReaderError(
        'too-large',
        `“${name}” has more than ${SCAN_PAGES_AT_MOST} pages. Split it and add the parts one by one.`,
      );
    if (pages.length === 0) throw new Error('There are no pages.');
    return await Promise.all(pages.map((page) => readFile(path.join(folder, page))));
  } catch (error) {
    if (error instanceof ReaderError) throw error;
    const isMissing = error instanceof Error && 'code' in error && error.code === 'ENOENT';
    throw isMissing
      ? new ReaderError(
          'no-engine',
          'The pages cannot be drawn on this computer: the Debian package poppler-utils is missing. Install it, or add photos of the pages.',
        )
      : new ReaderError(
          'broken',
          `The pages of “${name}” cannot be drawn: it is locked or damaged. Print it to a new PDF, or add photos of the pages.`,
        );
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
