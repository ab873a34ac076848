import { sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { FormatError, type Format, type WriteOptions } from '../format.ts';
import { zipped, type Entry } from '../tools/archive.ts';
import { drawnCover } from '../tools/cover.ts';
import { mp3BitRate, mp3Segment } from '../tools/mp3.ts';
import { withFolder } from '../tools/tempFolder.ts';
import { direction, xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'lpf',
  label: 'W3C Audiobook',
  goodFor: 'audiobook players that take open packages; one track a section',
  group: 'book',
  mediaType: 'application/lpf+zip',
  extension: 'lpf',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds }, quality) => 60_000 + (seconds * mp3BitRate(quality) * 1000) / 8,
  write: (exportDocument, options) => {
    if (exportDocument.sentences.length === 0)
      throw new FormatError(
        'Nothing of this reading is heard, so there is no audiobook to make. Look at what is left out.',
      );
    return withFolder((folder) =>
      zipped(entries(exportDocument, folder, options), new Date(exportDocument.facts.date)),
    );
  },
};

/** The files of an audiobook in the Lightweight Packaging Format (W3C Audiobooks; W3C Note LPF). */
async function* entries(
  exportDocument: ExportDocument,
  folder: string,
  options: WriteOptions,
): AsyncGenerator<Entry> {
  const sections = sectionsOf(exportDocument).filter(({ from, to }) => to > from);
  const { facts, timeline } = exportDocument;
  const lasts = (samples: number) => `PT${(samples / timeline.sampleRate).toFixed(3)}S`;
  const track = (nth: number) => `track${String(nth + 1).padStart(3, '0')}.mp3`;
  const manifest = {
    '@context': ['https://schema.org', 'https://www.w3.org/ns/pub-context'],
    conformsTo: 'https://www.w3.org/TR/audiobooks/',
    type: 'Audiobook',
    id: facts.identifier,
    name: facts.title,
    inLanguage: facts.language,
    readBy: facts.voice,
    ...(facts.school === '' ? {} : { publisher: facts.school }),
    datePublished: facts.date,
    duration: lasts(timeline.samples),
    abridged: false,
    accessMode: ['auditory'],
    accessModeSufficient: [{ type: 'ItemList', itemListElement: ['auditory'] }],
    accessibilityFeature: ['tableOfContents', 'structuralNavigation'],
    accessibilityHazard: ['none'],
    resources: [
      {
        type: 'LinkedResource',
        rel: 'cover',
        url: 'cover.png',
        encodingFormat: 'image/png',
        name: facts.title,
      },
      {
        type: 'LinkedResource',
        rel: 'contents',
        url: 'index.html',
        encodingFormat: 'text/html',
        name: 'Contents',
      },
    ],
    readingOrder: sections.map(({ title, from, to }, nth) => ({
      type: 'LinkedResource',
      url: track(nth),
      encodingFormat: 'audio/mpeg',
      name: title,
      duration: lasts(to - from),
    })),
  };
  yield { name: 'publication.json', content: JSON.stringify(manifest, null, 1) };
  const items = sections
    .map(({ title }, nth) => `<li><a href="${track(nth)}">${xml(title)}</a></li>`)
    .join('\n');
  yield {
    name: 'index.html',
    content: `<!DOCTYPE html>\n<html lang="${xml(facts.language)}"${direction(facts.language)}>\n<head><meta charset="utf-8"/><title>${xml(facts.title)}</title><link rel="publication" href="publication.json"/></head>\n<body><main><h1>${xml(facts.title)}</h1>\n<nav role="doc-toc" aria-label="Contents"><ol>\n${items}\n</ol></nav></main></body>\n</html>\n`,
  };
  yield { name: 'cover.png', content: await drawnCover(exportDocument), stored: true };
  for (const [nth, { from, to }] of sections.entries()) {
    const sound = await mp3Segment(exportDocument, { from, to }, folder, track(nth), options);
    yield { name: track(nth), content: sound, stored: true };
  }
}
