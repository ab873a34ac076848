import { secondsOf, sectionsOf, type ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';
import { clock } from '../tools/clock.ts';
import { partsOfText } from '../tools/markedBlock.ts';
import { isRightToLeft, xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'ttml',
  label: 'TTML (IMSC text)',
  goodFor: 'captions for video services and learning platforms, word by word',
  group: 'timed text',
  mediaType: 'application/ttml+xml',
  extension: 'ttml',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 14,
  write: (exportDocument) => utf8(document(exportDocument)),
};

/** A text profile document of IMSC 1.1 (W3C): a division a section, a paragraph a sentence, a span a word. */
function* document(exportDocument: ExportDocument): Generator<string> {
  const { facts, blocks, sentences, timeline } = exportDocument;
  const rightToLeft = isRightToLeft(facts.language) ? ' tts:direction="rtl"' : '';
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<tt xmlns="http://www.w3.org/ns/ttml" xmlns:ttm="http://www.w3.org/ns/ttml#metadata" xmlns:ttp="http://www.w3.org/ns/ttml#parameter" xmlns:tts="http://www.w3.org/ns/ttml#styling" ttp:contentProfiles="http://www.w3.org/ns/ttml/profile/imsc1.1/text" ttp:timeBase="media" xml:lang="${xml(facts.language)}">\n<head><metadata><ttm:title>${xml(facts.title)}</ttm:title></metadata><styling><style xml:id="plain" tts:color="white" tts:backgroundColor="black" tts:fontFamily="proportionalSansSerif"${rightToLeft}/></styling><layout><region xml:id="foot" tts:origin="10% 70%" tts:extent="80% 25%" tts:displayAlign="after" tts:textAlign="center"/></layout></head>\n<body style="plain" region="foot">\n`;
  const sections = sectionsOf(exportDocument);
  let next = 0;
  for (const { title, endBlock } of sections) {
    yield `<div><metadata><ttm:title>${xml(title)}</ttm:title></metadata>\n`;
    for (; next < sentences.length; next++) {
      const sentence = sentences[next];
      const timed = timeline.sentences[next];
      if (!sentence || !timed || sentence.block >= endBlock) break;
      const { text = '', language } = blocks[sentence.block] ?? {};
      const time = (at: number) => clock(secondsOf(exportDocument, at));
      const spans = partsOfText(text, [next], sentences, [sentence.start, sentence.end]).map((part) => {
        const heard = part.word === undefined ? undefined : timed.words[part.word];
        return heard && heard.to > heard.from
          ? `<span begin="${offset(heard.from - timed.from)}" end="${offset(heard.to - timed.from)}">${xml(part.text)}</span>`
          : `<span>${xml(part.text.replace(/\s+/gu, ' '))}</span>`;
      });
      const own = language === undefined ? '' : ` xml:lang="${xml(language)}"`;
      yield `<p begin="${time(timed.from)}" end="${time(timed.to)}"${own}>${spans.join('')}</p>\n`;
    }
    yield '</div>\n';
  }
  yield '</body>\n</tt>\n';

  /** Times of spans count from the beginning of their paragraph (TTML2, 12.2). */
  function offset(samples: number): string {
    return `${secondsOf(exportDocument, samples).toFixed(3)}s`;
  }
}
