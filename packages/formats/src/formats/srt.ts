import { secondsOf, textOfSentence, type Edition } from '../edition.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';
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
  bytes: ({ characters }) => characters * 1.6,
  write: (edition) => utf8(cues(edition)),
};

function* cues(edition: Edition): Generator<string> {
  let number = 0;
  for (const [nth, sentence] of edition.sentences.entries()) {
    const timed = edition.timeline.sentences[nth];
    // An arrow in the text would be taken for a line of times.
    const text = textOfSentence(edition, sentence).replace(/-->/gu, '→');
    if (!timed || text === '') continue;
    number += 1;
    const [start, end] = [timed.from, timed.to].map((at) => clock(secondsOf(edition, at), ','));
    yield `${number}\n${start} --> ${end}\n${text}\n\n`;
  }
}
