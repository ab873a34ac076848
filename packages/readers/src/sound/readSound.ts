import { execFile, spawn } from 'node:child_process';
import { stat } from 'node:fs/promises';
import { promisify } from 'node:util';
import { ReaderError } from '../readerError.ts';

/** Containers that sound comes in; lists of other files are not among them. Names of ffmpeg's demuxers. */
const CONTAINERS = 'mp3,mov,mp4,m4a,3gp,3g2,mj2,ogg,flac,wav,w64,aiff,aac,matroska,webm,avi';
/** A recording of more than an hour and a half is no page, and more than one machine should hold. Seconds. */
const LONGEST_RECORDING = 90 * 60;
const BYTES_PER_SAMPLE = 2;

/** What can be said about reading. */
export interface SoundOptions {
  readonly signal?: AbortSignal | undefined;
}

/**
 * The sound of a file, of one channel: MP3, M4A, Ogg, FLAC, WAV, the sound of a video.
 * @param sampleRate samples a second of what is returned, whatever the file has.
 * @throws ReaderError for what is no sound, is broken or lasts too long; the signal's reason when it is given
 * up.
 */
export async function readSound(
  file: string,
  sampleRate: number,
  options: SoundOptions = {},
): Promise<Int16Array> {
  const chunks: Buffer[] = [];
  for await (const chunk of soundChunks(file, sampleRate, options)) chunks.push(chunk);
  const bytes = Buffer.concat(chunks);
  return new Int16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
}

/**
 * The same piece by piece, for what is too long to be held: 16-bit little-endian samples, never half a one.
 * It throws what `readSound` throws.
 */
export async function* soundChunks(
  file: string,
  sampleRate: number,
  { signal }: SoundOptions = {},
): AsyncGenerator<Buffer> {
  const { size } = await stat(file).catch(() => {
    throw new ReaderError('not-found', `There is no file ${file}.`);
  });
  if (size === 0)
    throw new ReaderError('empty', 'The sound file is empty. Save it again and choose the new one.');
  signal?.throwIfAborted();
  if ((await declaredDuration(file, signal)) > LONGEST_RECORDING) throw tooLong();
  const child = spawn(
    'ffmpeg',
    [
      '-hide_banner', '-loglevel', 'error', '-nostdin',
      '-protocol_whitelist', 'file', '-format_whitelist', CONTAINERS,
      '-i', `file:${file}`,
      '-map', '0:a:0', '-ac', '1', '-ar', String(sampleRate), '-f', 's16le', 'pipe:1',
    ], // prettier-ignore
    { stdio: ['ignore', 'pipe', 'ignore'] },
  );
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'ENOENT' ? noProgram() : error),
    );
    child.on('close', resolve);
  });
  // A failure shows when its turn comes.
  ended.catch(() => undefined);
  const stop = () => child.kill('SIGKILL');
  signal?.addEventListener('abort', stop, { once: true });
  const most = LONGEST_RECORDING * sampleRate * BYTES_PER_SAMPLE;
  let bytes = 0;
  let half: Buffer = Buffer.alloc(0);
  try {
    for await (const chunk of child.stdout as AsyncIterable<Buffer>) {
      bytes += chunk.length;
      if (bytes > most) throw tooLong();
      const whole = half.length > 0 ? Buffer.concat([half, chunk]) : chunk;
      const even = whole.length - (whole.length % BYTES_PER_SAMPLE);
      half = whole.subarray(even);
      if (even > 0) yield whole.subarray(0, even);
    }
    const status = await ended;
    signal?.throwIfAborted();
    if (status !== 0) throw unreadable();
    if (bytes < BYTES_PER_SAMPLE)
      throw new ReaderError(
        'no-sound',
        'There is no sound in this file that can be read. Save it as MP3, M4A or WAV and try again.',
      );
  } finally {
    signal?.removeEventListener('abort', stop);
    stop();
  }
}

/**
 * Seconds that a file says it lasts; 0 where it does not say. It need not be so: what is read is counted too.
 */
async function declaredDuration(file: string, signal: AbortSignal | undefined): Promise<number> {
  const { stdout } = await promisify(execFile)(
    'ffprobe',
    [
      '-v', 'error',
      '-protocol_whitelist', 'file', '-format_whitelist', CONTAINERS,
      '-show_entries', 'format=duration', '-of', 'csv=p=0', `file:${file}`,
    ], // prettier-ignore
    { timeout: 60_000, ...(signal ? { signal } : {}) },
  ).catch(() => ({ stdout: '' }));
  signal?.throwIfAborted();
  const seconds = Number(stdout.trim());
  return Number.isFinite(seconds) ? seconds : 0;
}

function noProgram(): ReaderError {
  return new ReaderError(
    'no-ffmpeg',
    'The program ffmpeg is not installed, so no sound file can be read. Install it (apt-get install ffmpeg) and try again.',
  );
}

function tooLong(): ReaderError {
  return new ReaderError(
    'too-long',
    `This recording lasts more than ${LONGEST_RECORDING / 60} minutes. Cut it into parts, a page or a chapter each.`,
  );
}

function unreadable(): ReaderError {
  return new ReaderError(
    'no-sound',
    'This is no sound file that can be read, or it is broken. Save it as MP3, M4A or WAV and try again.',
  );
}
