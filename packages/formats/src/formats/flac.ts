import type { Format } from '../format.ts';
import { atRate, soundFile } from '../tools/soundFile.ts';

export const format: Format = {
  id: 'flac',
  label: 'FLAC',
  goodFor: 'every sample as it was made, in half the room of a WAV file; for keeping and editing',
  group: 'sound',
  mediaType: 'audio/flac',
  extension: 'flac',
  quality: ['sampleRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds }, { sampleRate }) => 8192 + seconds * sampleRate,
  write: (exportDocument, options) =>
    soundFile(
      exportDocument,
      {
        extension: 'flac',
        codec: ['-c:a', 'flac', '-sample_fmt', 's16', ...atRate(options.quality.sampleRate), '-f', 'flac'],
      },
      options,
    ),
};
