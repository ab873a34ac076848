import { sectionsOf, type ExportDocument, type Section } from '../exportDocument.ts';
import { FormatError, type Format, type WriteOptions } from '../format.ts';
import { zipped, type Entry } from '../tools/archive.ts';
import { bookHtml } from '../tools/bookHtml.ts';
import { bookParts, overlayClips, type BookPart } from '../tools/bookParts.ts';
import { drawnCover } from '../tools/cover.ts';
import { clock, seconds } from '../tools/clock.ts';
import { mp3BitRate, mp3Segment } from '../tools/mp3.ts';
import { fontFiles, fontRules } from '../tools/fonts.ts';
import { readingStyleCss } from '../tools/readingStyleCss.ts';
import { authorOf } from '../tools/tags.ts';
import { firstOfPlace } from '../tools/markedBlock.ts';
import { withFolder } from '../tools/tempFolder.ts';
import { direction, isRightToLeft, xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'epub',
  label: 'EPUB 3 with sound',
  goodFor: 'reading apps: text, pictures and voice together, each word lit as it is said',
  group: 'book',
  mediaType: 'application/epub+zip',
  extension: 'epub',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds: length, characters }, quality) =>
    250_000 + characters * 4 + (length * mp3BitRate(quality) * 1000) / 8,
  write: (exportDocument, options) => {
    if (exportDocument.sentences.length === 0)
      throw new FormatError(
        'Nothing of this reading is heard, so there is no book to make. Look at what is left out.',
      );
    return withFolder((folder) =>
      zipped(entries(exportDocument, folder, options), new Date(exportDocument.facts.date)),
    );
  },
};

const CONTAINER =
  '<?xml version="1.0" encoding="UTF-8"?>\n<container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="EPUB/package.opf" media-type="application/oebps-package+xml"/></rootfiles></container>\n';

async function* entries(
  exportDocument: ExportDocument,
  folder: string,
  options: WriteOptions,
): AsyncGenerator<Entry> {
  yield { name: 'mimetype', content: 'application/epub+zip', stored: true };
  yield { name: 'META-INF/container.xml', content: CONTAINER };
  const parts = bookParts(exportDocument);
  const fonts = fontFiles(exportDocument.facts.readingStyle.font);
  const pictures = exportDocument.blocks.flatMap(({ picture }, block) =>
    picture ? [{ block, picture }] : [],
  );
  const sections = sectionsOf(exportDocument);
  yield {
    name: 'EPUB/package.opf',
    content: packageDocument(
      exportDocument,
      parts,
      fonts.map(({ name }) => name),
      pictures,
    ),
  };
  yield { name: 'EPUB/nav.xhtml', content: navigation(exportDocument, parts, sections) };
  yield { name: 'EPUB/cover.png', content: await drawnCover(exportDocument), stored: true };
  yield { name: 'EPUB/style.css', content: style(exportDocument) };
  for (const { name, content } of fonts) yield { name: `EPUB/fonts/${name}`, content, stored: true };
  for (const { block, picture } of pictures)
    yield { name: `EPUB/${pictureName(block, picture.mediaType)}`, content: picture.content, stored: true };
  for (const [nth, part] of parts.entries()) {
    const name = partName(nth);
    yield { name: `EPUB/${name}.xhtml`, content: [...contentDocument(exportDocument, part)].join('') };
    yield { name: `EPUB/${name}.smil`, content: [...overlay(exportDocument, part, name)].join('') };
    const sound = await mp3Segment(exportDocument, part, folder, `${name}.mp3`, options);
    yield { name: `EPUB/${name}.mp3`, content: sound, stored: true };
  }
}

function partName(nth: number): string {
  return `part${nth + 1}`;
}

function pictureName(block: number, mediaType: string): string {
  return `picture${block}.${mediaType === 'image/png' ? 'png' : 'jpg'}`;
}

function pageId(page: string): string {
  return `page-${page.replace(/[^\w-]/gu, '_')}`;
}

function packageDocument(
  exportDocument: ExportDocument,
  parts: readonly BookPart[],
  fonts: readonly string[],
  pictures: readonly { readonly block: number; readonly picture: { readonly mediaType: string } }[],
): string {
  const { facts, timeline, blocks } = exportDocument;
  const length = (samples: number) => clock(samples / timeline.sampleRate);
  const hasPages = blocks.some(({ page }) => page !== undefined);
  const features = ['synchronizedAudioText', 'structuralNavigation', 'tableOfContents', 'readingOrder', 'displayTransformability', ...(blocks.some(({ type }) => type === 'picture') ? ['alternativeText'] : []), ...(hasPages ? ['pageNavigation', 'pageBreakMarkers'] : [])]; // prettier-ignore
  const modes = ['textual', 'auditory', ...(pictures.length > 0 ? ['visual'] : [])];
  const items = parts.flatMap((_part, nth) => {
    const name = partName(nth);
    return [
      `<item id="${name}" href="${name}.xhtml" media-type="application/xhtml+xml" media-overlay="${name}-overlay"/>`,
      `<item id="${name}-overlay" href="${name}.smil" media-type="application/smil+xml"/>`,
      `<item id="${name}-sound" href="${name}.mp3" media-type="audio/mpeg"/>`,
    ];
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="id" xml:lang="${xml(facts.language)}"${direction(facts.language)}>
<metadata xmlns:dc="http://purl.org/dc/elements/1.1/">
<dc:identifier id="id">${xml(facts.identifier)}</dc:identifier>
<dc:title>${xml(facts.title)}</dc:title>
<dc:language>${xml(facts.language)}</dc:language>
<dc:creator>${xml(authorOf(facts))}</dc:creator>
${facts.school === '' ? '' : `<dc:publisher>${xml(facts.school)}</dc:publisher>\n`}<dc:date>${xml(facts.date)}</dc:date>
${facts.pupil === '' ? '' : `<dc:description>${xml(`For ${facts.pupil}`)}</dc:description>\n`}<meta property="dcterms:modified">${xml(facts.madeAt ?? `${facts.date}T00:00:00Z`)}</meta>
<meta property="media:duration">${length(timeline.samples)}</meta>
${parts.map((part, nth) => `<meta property="media:duration" refines="#${partName(nth)}-overlay">${length(part.to - part.from)}</meta>`).join('\n')}
<meta property="media:narrator">${xml(facts.voice)}</meta>
<meta property="media:active-class">lit</meta>
${modes.map((mode) => `<meta property="schema:accessMode">${mode}</meta>`).join('\n')}
<meta property="schema:accessModeSufficient">textual</meta>
<meta property="schema:accessModeSufficient">auditory</meta>
${features.map((feature) => `<meta property="schema:accessibilityFeature">${feature}</meta>`).join('\n')}
<meta property="schema:accessibilityHazard">none</meta>
<meta property="schema:accessibilitySummary">Every word is read aloud and marked while it is heard. Headings, lists and tables are told as such; pictures are described.</meta>
</metadata>
<manifest>
<item id="nav" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/>
<item id="cover" href="cover.png" media-type="image/png" properties="cover-image"/>
<item id="style" href="style.css" media-type="text/css"/>
${fonts.map((name, nth) => `<item id="font${nth}" href="fonts/${name}" media-type="font/woff2"/>`).join('\n')}
${pictures.map(({ block, picture }) => `<item id="picture${block}" href="${pictureName(block, picture.mediaType)}" media-type="${picture.mediaType}"/>`).join('\n')}
${items.join('\n')}
</manifest>
<spine${isRightToLeft(facts.language) ? ' page-progression-direction="rtl"' : ''}>
${parts.map((_part, nth) => `<itemref idref="${partName(nth)}"/>`).join('\n')}
</spine>
</package>
`;
}

/** The contents as nested lists by the depth of headings, and the pages of the source. */
function navigation(
  exportDocument: ExportDocument,
  parts: readonly BookPart[],
  sections: readonly Section[],
): string {
  const { facts, blocks } = exportDocument;
  const addressOf = (block: number) => {
    const nth = parts.findIndex((part) => block >= part.firstBlock && block < part.endBlock);
    return `${partName(Math.max(0, nth))}.xhtml`;
  };
  const shown = blocks.map(({ type, text }) => type === 'heading' && text.trim() !== '');
  const link = ({ title, firstBlock }: Section) =>
    `<a href="${addressOf(firstBlock)}${shown[firstBlock] ? `#b${firstBlock}` : ''}">${xml(title)}</a>`;
  const pages = blocks.flatMap(({ page }, block) => (page === undefined ? [] : [{ page, block }]));
  const pageList =
    pages.length === 0
      ? ''
      : `<nav epub:type="page-list" hidden="hidden" aria-label="Pages"><ol>${pages.map(({ page, block }) => `<li><a href="${addressOf(block)}#${pageId(page)}">${xml(page)}</a></li>`).join('')}</ol></nav>`;
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE html>
<html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops" lang="${xml(facts.language)}" xml:lang="${xml(facts.language)}"${direction(facts.language)}>
<head><title>${xml(facts.title)}</title><link rel="stylesheet" href="style.css"/></head>
<body><nav epub:type="toc" aria-label="Contents"><h1>${xml(facts.title)}</h1><ol>${nested(sections, link)}</ol></nav>${pageList}</body>
</html>
`;
}

/** Items of a list, what lies deeper in lists of their own. */
function nested(sections: readonly Section[], link: (section: Section) => string): string {
  let list = '';
  for (let at = 0; at < sections.length;) {
    const section = sections[at];
    if (!section) break;
    let end = at + 1;
    while ((sections[end]?.level ?? 0) > section.level) end += 1;
    const below = sections.slice(at + 1, end);
    list += `<li>${link(section)}${below.length > 0 ? `<ol>${nested(below, link)}</ol>` : ''}</li>`;
    at = end;
  }
  return list;
}

function* contentDocument(exportDocument: ExportDocument, part: BookPart): Generator<string> {
  const { facts, blocks } = exportDocument;
  const title = part.sections[0]?.title ?? facts.title;
  yield `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE html>
<html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops" lang="${xml(facts.language)}" xml:lang="${xml(facts.language)}"${direction(facts.language)}>
<head><title>${xml(title)}</title><link rel="stylesheet" href="style.css"/></head>
<body><section class="part">
`;
  yield* bookHtml(exportDocument, [part.firstBlock, part.endBlock], {
    marked: true,
    pictureAddress: (block) => pictureName(block, blocks[block]?.picture?.mediaType ?? 'image/jpeg'),
    pageId,
  });
  yield '</section></body>\n</html>\n';
}

function* overlay(exportDocument: ExportDocument, part: BookPart, name: string): Generator<string> {
  const first = firstOfPlace(exportDocument);
  const time = (samples: number) => `${seconds(samples / exportDocument.timeline.sampleRate)}s`;
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<smil xmlns="http://www.w3.org/ns/SMIL" xmlns:epub="http://www.idpf.org/2007/ops" version="3.0"><body>\n`;
  let open: number | undefined;
  for (const { sentence, word, from, to } of overlayClips(exportDocument, part)) {
    const place = first[sentence] ?? sentence;
    if (sentence !== open) {
      if (open !== undefined) yield '</seq>\n';
      yield `<seq id="q${sentence}" epub:textref="${name}.xhtml#s${place}">\n`;
      open = sentence;
    }
    yield `<par id="q${sentence}w${word}"><text src="${name}.xhtml#s${place}w${word}"/><audio src="${name}.mp3" clipBegin="${time(from)}" clipEnd="${time(to)}"/></par>\n`;
  }
  if (open !== undefined) yield '</seq>\n';
  yield '</body></smil>\n';
}

function style({ facts: { readingStyle } }: ExportDocument): string {
  return `${fontRules(readingStyle.font, ({ name }) => `fonts/${name}`)}
${readingStyleCss(readingStyle, { word: 'lit', sentence: 'lit-sentence' })}
${readingStyle.highlight === 'nothing' || readingStyle.highlight === 'sentence' || readingStyle.highlight === 'line' ? '.lit{color:inherit}' : ''}
ul.list{padding-left:1.2em}li.labelled{list-style:none}table{border-collapse:collapse}th,td{border:1px solid;padding:.2em .5em;text-align:start;vertical-align:top}figure{margin-left:0}img{max-width:100%}.silent{font-style:italic}
`;
}
