import { piecesBetween, type SampleRange } from '@aurelfield/core/timeline';
import { createReadStream } from 'node:fs';
import path from 'node:path';
import type { ExportDocument } from '../exportDocument.ts';
import type { Quality, WriteOptions } from '../format.ts';
import { encode, wavOf } from './ffmpeg.ts';
import { atRate } from './soundFile.ts';

/**
 * Kilobits a second that MPEG has at a sample rate (ISO 11172-3 and 13818-3, layer III): below 24,000 samples
 * a second fewer than above.
 */
export function mp3BitRate({ sampleRate, bitRate }: Quality): number {
  if (sampleRate <= 12_000) return Math.min(bitRate, 64);
  return sampleRate <= 24_000 ? Math.min(bitRate, 160) : bitRate;
}

/**
 * ffmpeg's arguments for an MP3 file without tags, with the header that lets players cut the encoder's delay
 * off.
 */
function mp3Codec(quality: Quality): string[] {
  return [
    '-c:a', 'libmp3lame', ...atRate(quality.sampleRate), '-b:a', `${mp3BitRate(quality)}k`,
    '-write_xing', '1', '-id3v2_version', '0', '-map_metadata', '-1', '-f', 'mp3',
  ]; // prettier-ignore
}

/** A stretch of an edition as an MP3 file in a folder. @returns the way to read it. */
export async function mp3Segment(
  exportDocument: ExportDocument,
  { from, to }: SampleRange,
  folder: string,
  name: string,
  { quality, signal }: WriteOptions,
): Promise<() => AsyncIterable<Uint8Array>> {
  const file = path.join(folder, name);
  const pieces = piecesBetween(exportDocument.timeline.pieces, from, to);
  await encode(wavOf(exportDocument, pieces, to - from), mp3Codec(quality), file, signal);
  return () => createReadStream(file) as AsyncIterable<Buffer>;
}
