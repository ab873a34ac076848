import { spawn } from 'node:child_process';
import { stat } from 'node:fs/promises';
import { ReaderError } from '../readerError.ts';

/** Containers that sound comes in; lists of other files are not among them. Names of ffmpeg's demuxers. */
const CONTAINERS = 'mp3,mov,mp4,m4a,3gp,3g2,mj2,ogg,flac,wav,w64,aiff,aac,matroska,webm,avi';
/** A recording of more than an hour and a half is no page, and more than one machine should hold. Seconds. */
export const LONGEST_RECORDING = 90 * 60;
const BYTES_PER_SAMPLE = 2;

/**
 * The sound of a file, of one channel: MP3, M4A, Ogg, FLAC, WAV, the sound of a video.
 * @param sampleRate samples a second of what is returned, whatever the file has.
 * @throws ReaderError for what is no sound, is broken or lasts too long; the signal's reason when it is given up.
 */
export async function readSound(
  file: string,
  sampleRate: number,
  { signal }: { readonly signal?: AbortSignal } = {},
): Promise<Int16Array> {
  const { size } = await stat(file).catch(() => {
    throw new ReaderError('not-found', `There is no file ${file}.`);
  });
  if (size === 0)
    throw new ReaderError('empty', 'The sound file is empty. Save it again and choose the new one.');
  const chunks = await decoded(file, sampleRate, signal);
  const bytes = Buffer.concat(chunks);
  if (bytes.length < BYTES_PER_SAMPLE)
    throw new ReaderError(
      'no-sound',
      'There is no sound in this file that can be read. Save it as MP3, M4A or WAV and try again.',
    );
  const samples = Math.floor(bytes.length / BYTES_PER_SAMPLE);
  return new Int16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + samples * BYTES_PER_SAMPLE));
}

function decoded(file: string, sampleRate: number, signal: AbortSignal | undefined): Promise<Buffer[]> {
  signal?.throwIfAborted();
  const most = LONGEST_RECORDING * sampleRate * BYTES_PER_SAMPLE;
  return new Promise((resolve, reject) => {
    const child = spawn(
      'ffmpeg',
      [
        '-hide_banner', '-loglevel', 'error', '-nostdin',
        '-protocol_whitelist', 'file', '-format_whitelist', CONTAINERS,
        '-i', `file:${file}`,
        '-map', '0:a:0', '-ac', '1', '-ar', String(sampleRate), '-f', 's16le', 'pipe:1',
      ], // prettier-ignore
      { stdio: ['ignore', 'pipe', 'ignore'], ...(signal ? { signal } : {}) },
    );
    const chunks: Buffer[] = [];
    let bytes = 0;
    child.stdout.on('data', (chunk: Buffer) => {
      bytes += chunk.length;
      if (bytes <= most) chunks.push(chunk);
      else child.kill('SIGKILL');
    });
    child.on('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'ENOENT' ? noProgram() : error),
    );
    child.on('close', (status) => {
      if (signal?.aborted) reject(signal.reason as Error);
      else if (bytes > most) reject(tooLong());
      else if (status === 0) resolve(chunks);
      else reject(unreadable());
    });
  });
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
