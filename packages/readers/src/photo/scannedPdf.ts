import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ProgramMissing, runProgram } from '../program.ts';
import { ReaderError } from '../readerError.ts';

/** A scan of more pages is to be split. */
export const SCAN_PAGES_AT_MOST = 40;
/**
 * Milliseconds for one page, and for a look at how many there are. A page that takes longer is a trap, or too
 * rich to be a scan.
 */
const TIMEOUT = 12_000;

/**
 * The pages of a PDF as JPEGs, by Debian's poppler: for scans, which have no text.
 * @param timeout milliseconds for each page
 * @throws ReaderError when it has too many pages or cannot be drawn.
 */
export async function pagesOfScan(name: string, bytes: Uint8Array, timeout = TIMEOUT): Promise<Uint8Array[]> {
  const folder = await mkdtemp(path.join(process.env.AUREL_SCRATCH ?? tmpdir(), 'scan-'));
  try {
    const file = path.join(folder, 'scan.pdf');
    await writeFile(file, bytes);
    const about = (await runProgram('pdfinfo', [file], { timeout })).toString('latin1');
    const count = Number(/^Pages:\s+(\d+)/mu.exec(about)?.[1] ?? 0);
    if (count > SCAN_PAGES_AT_MOST)
      throw new ReaderError(
        'too-large',
        `“${name}” has more than ${SCAN_PAGES_AT_MOST} pages. Split it and add the parts one by one.`,
      );
    if (count === 0) throw new Error('There are no pages.');
    const pages: Uint8Array[] = [];
    for (let page = 1; page <= count; page++)
      pages.push(
        // Drawn at one size whatever the PDF says of its pages: A4 at 250 dpi.
        await runProgram(
          'pdftoppm',
          ['-f', `${page}`, '-singlefile', '-jpeg', '-jpegopt', 'quality=85', '-scale-to', '2924', file],
          { timeout },
        ),
      );
    return pages;
  } catch (error) {
    if (error instanceof ReaderError) throw error;
    throw error instanceof ProgramMissing
      ? new ReaderError(
          'no-engine',
          'The pages cannot be drawn on this computer: the Debian package poppler-utils is missing. Install it, or add photos of the pages.',
        )
      : new ReaderError(
          'broken',
          `The pages of “${name}” cannot be drawn: it is locked or damaged, or takes too long. Print it to a new PDF, or add photos of the pages.`,
        );
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
