import { wavHeader } from '@aurelfield/core/audio';
import { type Piece } from '@aurelfield/core/timeline';
import { spawn } from 'node:child_process';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ExportDocument } from '../exportDocument.ts';
import { FormatError } from '../format.ts';

/** Errors of a pipe whose reader has ended: its status tells why. */
const CLOSED = ['EPIPE', 'ERR_STREAM_PREMATURE_CLOSE', 'ECONNRESET'];

/** A stretch of an edition as a WAV stream. */
export async function* wavOf(
  exportDocument: ExportDocument,
  pieces: readonly Piece[],
  samples: number,
): AsyncGenerator<Uint8Array> {
  yield wavHeader(exportDocument.timeline.sampleRate, samples);
  yield* exportDocument.render(pieces);
}

/**
 * Encodes sound into a file with ffmpeg. A seekable file, not a pipe, is its target: only then do encoders
 * write the headers that let players cut their delay off.
 * @param more arguments between the input and the target: further inputs, codec, tags.
 * @throws FormatError when ffmpeg is not installed, or the disk is full; the signal's reason when cancelled.
 */
export async function encode(
  sound: AsyncIterable<Uint8Array>,
  more: readonly string[],
  target: string,
  signal: AbortSignal,
): Promise<void> {
  signal.throwIfAborted();
  // With a second input ffmpeg reads in threads and sleeps whenever the short queue between them is empty.
  const args = [
    '-hide_banner',
    '-loglevel',
    'error',
    '-nostdin',
    '-y',
    '-thread_queue_size',
    '1024',
    '-f',
    'wav',
    '-i',
    'pipe:0',
    ...more,
    target,
  ];
  const child = spawn('ffmpeg', args, { stdio: ['pipe', 'ignore', 'pipe'], signal });
  let complaint = '';
  child.stderr.on('data', (chunk: Buffer) => {
    complaint = (complaint + chunk.toString()).slice(-2000);
  });
  const ended = new Promise<void>((resolve, reject) => {
    child.on('error', (error: NodeJS.ErrnoException) =>
      reject(
        error.code === 'ENOENT'
          ? new FormatError(
              'The program ffmpeg is not installed, so no sound file can be written. Install it (apt-get install ffmpeg) and try again.',
            )
          : error,
      ),
    );
    child.on('close', (status) => (status === 0 ? resolve() : reject(failure(status, complaint))));
  });
  const fed = pipeline(Readable.from(sound), child.stdin).catch((error: unknown) => {
    if (!CLOSED.includes((error as NodeJS.ErrnoException).code ?? '')) throw error;
  });
  const [end, feed] = await Promise.allSettled([ended, fed]);
  signal.throwIfAborted();
  // What the sound could not give is the cause, where both fail.
  if (feed.status === 'rejected') throw feed.reason;
  if (end.status === 'rejected') throw end.reason;
}

function failure(status: number | null, complaint: string): Error {
  return /No space left on device/iu.test(complaint)
    ? new FormatError('The disk is full, so the file could not be written. Make room and try again.')
    : new Error(`ffmpeg ended with ${status}: ${complaint}`);
}
