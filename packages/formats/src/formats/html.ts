import type { ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { bookHtml } from '../tools/bookHtml.ts';
import { utf8 } from '../tools/bytes.ts';
import { readingStyleCss } from '../tools/readingStyleCss.ts';
import { direction, xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'html',
  label: 'Web page, text only',
  goodFor: 'school web sites and printing: the text in the pupil’s look, without sound',
  group: 'text',
  mediaType: 'text/html',
  extension: 'html',
  quality: [],
  needs: [],
  bytes: ({ characters }) => 2000 + characters * 1.3,
  write: (exportDocument) => utf8(page(exportDocument)),
};

function* page(exportDocument: ExportDocument): Generator<string> {
  const { facts, blocks } = exportDocument;
  yield `<!DOCTYPE html>\n<html lang="${xml(facts.language)}"${direction(facts.language)}>\n<head><meta charset="utf-8"/><meta name="viewport" content="width=device-width"/><title>${xml(facts.title)}</title>\n<style>\nbody{margin:1.5em}main{margin:auto}ul{padding-inline-start:1.2em}li.labelled{list-style:none}table{border-collapse:collapse}th,td{border:1px solid;padding:.2em .5em;text-align:start;vertical-align:top}img{max-width:100%}\n${readingStyleCss(facts.readingStyle, { word: 'lit', sentence: 'lit-sentence' })}\n</style></head>\n<body><main>\n`;
  yield* bookHtml(exportDocument, [0, blocks.length], {
    marked: false,
    pictureAddress: (block) => {
      const picture = blocks[block]?.picture;
      return picture
        ? `data:${picture.mediaType};base64,${Buffer.from(picture.content).toString('base64')}`
        : '';
    },
  });
  yield '</main></body>\n</html>\n';
}
