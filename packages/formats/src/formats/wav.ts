import { secondsOf } from '../exportDocument.ts';
import { FormatError, type Format } from '../format.ts';
import { atRate, soundFile } from '../tools/soundFile.ts';

/** Lengths in a WAV file are 32 bits. */
const MAX_BYTES = 0xffff_ffff;

export const format: Format = {
  id: 'wav',
  label: 'WAV',
  goodFor: 'the plain sound, for other programs; large',
  group: 'sound',
  mediaType: 'audio/wav',
  extension: 'wav',
  quality: ['sampleRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds }, { sampleRate }) => 44 + seconds * sampleRate * 2,
  write: (exportDocument, options) => {
    const { sampleRate } = options.quality;
    if (secondsOf(exportDocument, exportDocument.timeline.samples) * sampleRate * 2 > MAX_BYTES - 4096)
      throw new FormatError(
        'This reading is too long for a WAV file (4 GB). Take FLAC or MP3, or one file a section.',
      );
    return soundFile(
      exportDocument,
      { extension: 'wav', codec: ['-c:a', 'pcm_s16le', ...atRate(sampleRate), '-f', 'wav'] },
      options,
    );
  },
};
