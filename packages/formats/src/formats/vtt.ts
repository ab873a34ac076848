import { secondsOf, textOfSentence, type Edition } from '../edition.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';
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
  write: (edition) => utf8(cues(edition)),
};

function* cues(edition: Edition): Generator<string> {
  yield 'WEBVTT\n\n';
  for (const [nth, sentence] of edition.sentences.entries()) {
    const timed = edition.timeline.sentences[nth];
    if (!timed || textOfSentence(edition, sentence) === '') continue;
    const [start, end] = [timed.from, timed.to].map((at) => clock(secondsOf(edition, at))) as [
      string,
      string,
    ];
    if (start === end) continue;
    const text = edition.blocks[sentence.block]?.text ?? '';
    let last = start;
    let at = sentence.start;
    let line = '';
    sentence.words.forEach((word, i) => {
      line += payload(text.slice(at, word.start));
      const heard = clock(secondsOf(edition, timed.words[i]?.from ?? timed.from));
      // Times within a cue rise, and lie inside it (WebVTT, 4.2.2).
      if (heard > last && heard < end) {
        line += `<${heard}>`;
        last = heard;
      }
      line += payload(text.slice(word.start, word.end));
      at = word.end;
    });
    line += payload(text.slice(at, sentence.end));
    yield `${nth + 1}\n${start} --> ${end}\n${line.trim()}\n\n`;
  }
}

/** Text of a cue, on one line. */
function payload(text: string): string {
  return text.replace(/\s+/gu, ' ').replace(/&/gu, '&amp;').replace(/</gu, '&lt;').replace(/>/gu, '&gt;');
}
