import type { ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';
import { captionsOf } from '../tools/captions.ts';
import { clock } from '../tools/clock.ts';

export const format: Format = {
  id: 'vtt',
  label: 'WebVTT',
  goodFor: 'captions for web players, with a time before every word',
  group: 'timed text',
  mediaType: 'text/vtt',
  extension: 'vtt',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 5,
  write: (exportDocument) => utf8(cues(exportDocument)),
};

function* cues(exportDocument: ExportDocument): Generator<string> {
  yield 'WEBVTT\n\n';
  for (const [nth, { lines, from, to }] of captionsOf(exportDocument).entries()) {
    const [start, end] = [clock(from), clock(to)];
    let last = start;
    const written = lines.map((words) =>
      words
        .map(({ text, from: heardAt }) => {
          const heard = clock(heardAt);
          // Times within a cue rise, and lie inside it (WebVTT, 4.2.2).
          const isInside = heard > last && heard < end;
          if (isInside) last = heard;
          return `${isInside ? `<${heard}>` : ''}${payload(text)}`;
        })
        .join(' '),
    );
    yield `${nth + 1}\n${start} --> ${end}\n${written.join('\n')}\n\n`;
  }
}

/** Text of a cue. */
function payload(text: string): string {
  return text.replace(/\s+/gu, ' ').replace(/&/gu, '&amp;').replace(/</gu, '&lt;').replace(/>/gu, '&gt;');
}
