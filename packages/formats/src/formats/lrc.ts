import { secondsOf, textOfSentence, type ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { authorOf } from '../tools/tags.ts';
import { utf8 } from '../tools/bytes.ts';

export const format: Format = {
  id: 'lrc',
  label: 'LRC',
  goodFor: 'music players that show the text; lines and words in time, to a hundredth of a second',
  group: 'timed text',
  mediaType: 'text/plain',
  extension: 'lrc',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 4,
  write: (exportDocument) => utf8(lines(exportDocument)),
};

function* lines(exportDocument: ExportDocument): Generator<string> {
  const { facts, timeline } = exportDocument;
  const head = { ti: facts.title, ar: authorOf(facts), al: facts.part?.of ?? '', la: facts.language };
  for (const [name, value] of Object.entries(head).filter(([, value]) => value !== ''))
    yield `[${name}:${value.replace(/[[\]\n]/gu, ' ')}]\n`;
  yield `[length:${stamp(secondsOf(exportDocument, timeline.samples)).slice(0, -3)}]\n`;
  for (const [nth, sentence] of exportDocument.sentences.entries()) {
    const timed = timeline.sentences[nth];
    if (!timed || textOfSentence(exportDocument, sentence) === '') continue;
    const text = exportDocument.blocks[sentence.block]?.text ?? '';
    let at = sentence.start;
    let line = `[${stamp(secondsOf(exportDocument, timed.from))}]`;
    sentence.words.forEach((word, i) => {
      line += `${plain(text.slice(at, word.start))}<${stamp(secondsOf(exportDocument, timed.words[i]?.from ?? timed.from))}>${plain(text.slice(word.start, word.end))}`;
      at = word.end;
    });
    yield `${line}${plain(text.slice(at, sentence.end))}\n`;
  }
}

/** `mm:ss.xx`; minutes go on above 99. */
function stamp(seconds: number): string {
  const hundredths = Math.round(seconds * 100);
  const part = (value: number) => String(value).padStart(2, '0');
  return `${part(Math.floor(hundredths / 6000))}:${part(Math.floor(hundredths / 100) % 60)}.${part(hundredths % 100)}`;
}

/** Text on one line, without the signs that begin a time. */
function plain(text: string): string {
  return text.replace(/\s+/gu, ' ').replace(/[[<]/gu, '(').replace(/[\]>]/gu, ')');
}
