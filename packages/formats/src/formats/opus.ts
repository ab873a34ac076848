import type { Format } from '../format.ts';
import { secondsOf, sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { clock } from '../tools/clock.ts';
import { soundFile } from '../tools/soundFile.ts';

/** Opus has rates of its own; sound that is to hold less is filtered first. Samples a second. */
const OPUS_RATES: Readonly<Record<number, number>> = {
  8000: 8000,
  16_000: 16_000,
  22_050: 24_000,
  44_100: 48_000,
  48_000: 48_000,
};

export const format: Format = {
  id: 'opus',
  label: 'Ogg Opus',
  goodFor: 'the smallest files that sound good; browsers and Android',
  group: 'sound',
  mediaType: 'audio/ogg',
  extension: 'opus',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  // Speech takes about two thirds of what it may.
  bytes: ({ seconds }, { bitRate }) => 4000 + (seconds * Math.min(bitRate, 96) * 1000) / 12,
  write: (exportDocument, options) => {
    const { sampleRate, bitRate } = options.quality;
    return soundFile(
      exportDocument,
      {
        extension: 'opus',
        // ffmpeg 5 rounds the seconds of a chapter and adds its milliseconds: they are written as the
        // comments that they are.
        chapters: false,
        codec: [
          '-af', `aresample=${sampleRate}`, '-c:a', 'libopus', '-ar', String(OPUS_RATES[sampleRate] ?? 48_000), '-ac', '1',
          '-b:a', `${bitRate}k`, '-application', 'voip', '-compression_level', '5', '-f', 'opus', ...chapterComments(exportDocument),
        ], // prettier-ignore
      },
      options,
    );
  },
};

/** Chapters as comments (Xiph.Org, Ogg Vorbis chapter extension). */
function chapterComments(exportDocument: ExportDocument): string[] {
  return sectionsOf(exportDocument).flatMap(({ title, from }, nth) => {
    const name = `CHAPTER${String(nth).padStart(3, '0')}`;
    return [
      '-metadata',
      `${name}=${clock(secondsOf(exportDocument, from))}`,
      '-metadata',
      `${name}NAME=${title}`,
    ];
  });
}
