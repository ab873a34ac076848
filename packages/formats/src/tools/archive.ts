import { PassThrough, Readable } from 'node:stream';
import yazl from 'yazl';

/** A file of an archive. */
export interface Entry {
  readonly name: string;
  readonly content: Uint8Array | string | (() => AsyncIterable<Uint8Array>);
  /** Whether it is stored as it is: for what is compressed already. */
  readonly stored?: boolean;
}

/**
 * A ZIP archive, written while its entries come in: the next one is asked for when the one before has gone
 * out. ZIP64 where it must be.
 * @param date of all entries, so that the same content gives the same archive.
 */
export async function* zipped(
  entries: AsyncIterable<Entry> | Iterable<Entry>,
  date: Date,
): AsyncGenerator<Uint8Array> {
  const zip = new yazl.ZipFile();
  const out = new PassThrough();
  zip.outputStream.pipe(out);
  let current: Readable | undefined;
  let isLeft = false;
  const filled = (async () => {
    for await (const { name, content, stored = false } of entries) {
      if (isLeft) return;
      const options = { mtime: date, mode: 0o100644, compress: !stored, forceDosTimestamp: true };
      if (typeof content !== 'function') {
        zip.addBuffer(Buffer.from(content), name, options);
        continue;
      }
      const stream = Readable.from(content());
      current = stream;
      const done = new Promise<void>((resolve, reject) => {
        stream.once('error', reject);
        stream.once('close', () => resolve());
      });
      zip.addReadStream(stream, name, options);
      await done;
    }
    zip.end();
  })();
  filled.catch((error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error))));
  try {
    yield* out as AsyncIterable<Buffer>;
    await filled;
  } finally {
    // Who stops reading has nothing more read or made.
    isLeft = true;
    current?.destroy();
  }
}
