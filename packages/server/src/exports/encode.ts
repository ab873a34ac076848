import type { ExportFormat } from '@aurelfield/api';
import { spawn } from 'node:child_process';
import { rename, unlink } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { codeOf } from '../errorCode.ts';
import { Refusal } from '../refusal.ts';
import type { WavSound } from '../readings/readingSound.ts';

/** What is written into the file beside the sound. */
export interface AudioTags {
  readonly title: string;
  /** The voice that reads. */
  readonly artist: string;
  /** ISO date. */
  readonly date: string;
  readonly comment: string;
}

const CODECS: Readonly<Record<ExportFormat, readonly string[]>> = {
  // A seekable file, not a pipe, as the target: only then does the encoder write the header that lets players cut its delay off.
  mp3: ['-c:a', 'libmp3lame', '-b:a', '64k', '-write_xing', '1', '-id3v2_version', '3', '-f', 'mp3'],
  wav: ['-c:a', 'pcm_s16le', '-f', 'wav'],
};

/**
 * Writes a reading's sound as a file with tags, through ffmpeg.
 * @throws Refusal when ffmpeg is not installed or fails; the signal's reason when cancelled. No half file stays.
 */
export async function encodeAudio(
  audio: Pick<WavSound, 'read'>,
  format: ExportFormat,
  tags: AudioTags,
  target: string,
  signal: AbortSignal,
): Promise<void> {
  const draft = `${target}.part`;
  const metadata = Object.entries(tags).flatMap(([key, value]) => ['-metadata', `${key}=${value}`]);
  const args = [
    '-hide_banner',
    '-loglevel',
    'error',
    '-nostdin',
    '-y',
    '-f',
    'wav',
    '-i',
    'pipe:0',
    '-map_metadata',
    '-1',
    ...metadata,
    ...CODECS[format],
    draft,
  ];
  try {
    await runFfmpeg(args, audio, signal);
    await rename(draft, target);
  } catch (error) {
    await unlink(draft).catch(() => undefined);
    signal.throwIfAborted();
    throw error;
  }
}

async function runFfmpeg(
  args: readonly string[],
  audio: Pick<WavSound, 'read'>,
  signal: AbortSignal,
): Promise<void> {
  const child = spawn('ffmpeg', args, { stdio: ['pipe', 'ignore', 'pipe'], signal });
  let complaint = '';
  child.stderr.on('data', (chunk: Buffer) => {
    complaint = (complaint + chunk.toString()).slice(-2000);
  });
  const ended = new Promise<void>((resolve, reject) => {
    child.on('error', (error: NodeJS.ErrnoException) => {
      const missing = error.code === 'ENOENT';
      reject(
        missing
          ? new Refusal(
              'no-ffmpeg',
              'The program ffmpeg is not installed, so no sound file can be written. Install it (apt-get install ffmpeg) and try again.',
            )
          : error,
      );
    });
    child.on('close', (status) =>
      status === 0 ? resolve() : reject(new Error(`ffmpeg ended with ${status}: ${complaint}`)),
    );
  });
  const fed = pipeline(Readable.from(audio.read()), child.stdin).catch((error: unknown) => {
    // A closed pipe means that ffmpeg ended; its status tells why.
    if (!['EPIPE', 'ERR_STREAM_PREMATURE_CLOSE'].includes(codeOf(error))) throw error;
  });
  await Promise.all([ended, fed]);
}
