import type { ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';
import { captionsOf } from '../tools/captions.ts';
import { clock } from '../tools/clock.ts';

export const format: Format = {
  id: 'srt',
  label: 'SRT',
  goodFor: 'subtitles, a sentence at a time, for nearly every player',
  group: 'timed text',
  mediaType: 'application/x-subrip',
  extension: 'srt',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 1.8,
  write: (exportDocument) => utf8(cues(exportDocument)),
};

function* cues(exportDocument: ExportDocument): Generator<string> {
  for (const [nth, { lines, from, to }] of captionsOf(exportDocument).entries()) {
    const text = lines.map((line) => line.map((word) => word.text).join(' ')).join('\n');
    // An arrow in the text would be taken for a line of times.
    yield `${nth + 1}\n${clock(from, ',')} --> ${clock(to, ',')}\n${text.replace(/-->/gu, '→')}\n\n`;
  }
}
