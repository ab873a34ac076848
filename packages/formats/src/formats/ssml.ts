import type { ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';
import { xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'ssml',
  label: 'SSML',
  goodFor: 'other speech engines: the words that are said, with pauses and sounds',
  group: 'text',
  mediaType: 'application/ssml+xml',
  extension: 'ssml',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 2,
  write: (exportDocument) => utf8(document(exportDocument)),
};

/**
 * What is said as a document of SSML 1.1 (W3C): a paragraph a block, a sentence a sentence, a break for each
 * pause, sounds in IPA.
 */
function* document({ facts, blocks, sentences }: ExportDocument): Generator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<speak version="1.1" xmlns="http://www.w3.org/2001/10/synthesis" xml:lang="${xml(facts.language)}">\n<meta name="title" content="${xml(facts.title)}"/>\n`;
  let open: number | undefined;
  for (const { block, plan, pauses, pauseAfter } of sentences) {
    if (block !== open) {
      if (open !== undefined) yield '</p>\n';
      const { language } = blocks[block] ?? {};
      yield `<p${language === undefined ? '' : ` xml:lang="${xml(language)}"`}>`;
      open = block;
    }
    const said = plan.words.map((word, nth) => {
      const sounds = plan.sounds.find((one) => one.word === nth);
      const text = sounds
        ? `<phoneme alphabet="ipa" ph="${xml(sounds.ipa)}">${xml(word)}</phoneme>`
        : xml(word);
      const pause = pauses[plan.breaks.indexOf(nth)];
      return plan.breaks.includes(nth) ? `${text}${rest(pause ?? 0)}` : text;
    });
    yield `<s>${said.join(' ')}</s>${rest(pauseAfter)}`;
  }
  if (open !== undefined) yield '</p>\n';
  yield '</speak>\n';
}

function rest(seconds: number): string {
  return seconds > 0 ? `<break time="${Math.round(seconds * 1000)}ms"/>` : '';
}
