import type { Format } from '../format.ts';
import { secondsOf, type ExportDocument } from '../exportDocument.ts';
import { atRate, soundFile } from '../tools/soundFile.ts';

export const format: Format = {
  id: 'm4a',
  label: 'M4A',
  goodFor: 'phones and tablets; chapters and a cover; better sound than MP3 of the same size',
  group: 'sound',
  mediaType: 'audio/mp4',
  extension: 'm4a',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds }, { bitRate }) => 60_000 + (seconds * bitRate * 1000) / 8,
  write: (exportDocument, options) =>
    soundFile(
      exportDocument,
      {
        extension: 'm4a',
        cover: true,
        codec: [
          '-af', `aresample=${options.quality.sampleRate},atrim=end_sample=${lengthInFrames(exportDocument, options.quality.sampleRate)}`,
          '-c:a', 'aac', '-aac_coder', 'fast', ...atRate(options.quality.sampleRate),
          '-b:a', `${options.quality.bitRate}k`, '-movflags', '+faststart', '-f', 'ipod',
        ], // prettier-ignore
      },
      options,
    ),
};

/** Samples of a frame of AAC (ISO 14496-3): what is decoded lasts a whole number of them. */
const FRAME = 1024;

/**
 * The length to encode: where less than half a frame is left over it is cut off the silence at the end, so
 * that the sound ends as near as frames allow.
 */
function lengthInFrames(exportDocument: ExportDocument, sampleRate: number): number {
  const { samples, sentences } = exportDocument.timeline;
  const length = Math.round(secondsOf(exportDocument, samples) * sampleRate);
  const over = length % FRAME;
  const silent = secondsOf(exportDocument, samples - (sentences.at(-1)?.to ?? samples)) * sampleRate;
  return over < FRAME / 2 && over < silent ? length - over : length;
}
