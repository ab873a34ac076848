/** Readings as files in open formats. */
export { sectionsOf, type ExportDocument, type ExportDocumentBlock } from './exportDocument.ts';
export {
  BIT_RATES,
  DEFAULT_QUALITY,
  FormatError,
  SAMPLE_RATES,
  type Format,
  type Quality,
} from './format.ts';
export { ARTWORK_SIDES, artworkError, artworkType, asPng, drawnArtwork } from './feed/artwork.ts';
export { chaptersJson, podcastFeed } from './feed/podcastFeed.ts';
export { readingSnapshot } from './snapshot/readingSnapshot.ts';
export { FORMATS, formatOf } from './register.ts';
export { joinedExportDocument } from './shapes/joined.ts';
export { repeatedExportDocument } from './shapes/repeated.ts';
export { sectionExportDocument } from './shapes/section.ts';
export { derivedUrn } from './tools/derivedUrn.ts';
export { fontFileNamed } from './tools/fonts.ts';
export { xml } from './tools/xml.ts';
export { zipped, type Entry } from './tools/archive.ts';
export { DEFAULT_PATTERN, FileNames, nameOf, namePattern } from './names.ts';
