import { type ExportDocument } from '../exportDocument.ts';
import { FormatError, type Format, type WriteOptions } from '../format.ts';
import { zipped, type Entry } from '../tools/archive.ts';
import { bookHtml } from '../tools/bookHtml.ts';
import { bookParts, overlayClips, type BookPart } from '../tools/bookParts.ts';
import { mp3BitRate, mp3Segment } from '../tools/mp3.ts';
import { authorOf } from '../tools/tags.ts';
import { firstOfPlace } from '../tools/markedBlock.ts';
import { withFolder } from '../tools/tempFolder.ts';
import { direction, xml } from '../tools/xml.ts';

export const format: Format = {
  id: 'daisy',
  label: 'DAISY 2.02',
  goodFor: 'talking-book players for people with a print disability; text and voice together',
  group: 'book',
  mediaType: 'application/zip',
  extension: 'daisy.zip',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds, characters }, quality) =>
    60_000 + characters * 4 + (seconds * mp3BitRate(quality) * 1000) / 8,
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

const XHTML =
  '<?xml version="1.0" encoding="utf-8"?>\n<!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0 Transitional//EN" "http://www.w3.org/TR/xhtml1/DTD/xhtml1-transitional.dtd">\n';
const SMIL =
  '<?xml version="1.0" encoding="utf-8"?>\n<!DOCTYPE smil PUBLIC "-//W3C//DTD SMIL 1.0//EN" "http://www.w3.org/TR/REC-smil/SMIL10.dtd">\n';

/**
 * The files of a DAISY 2.02 book with full text (specification of 2001): `ncc.html`, `text.html`, and for
 * each part a SMIL and a sound file.
 */
async function* entries(
  exportDocument: ExportDocument,
  folder: string,
  options: WriteOptions,
): AsyncGenerator<Entry> {
  const parts = bookParts(exportDocument);
  yield { name: 'ncc.html', content: controlCentre(exportDocument, parts) };
  yield { name: 'text.html', content: [...textDocument(exportDocument)].join('') };
  for (const [nth, part] of parts.entries()) {
    const name = `part${nth + 1}`;
    yield { name: `${name}.smil`, content: [...sequence(exportDocument, part, name)].join('') };
    const sound = await mp3Segment(exportDocument, part, folder, `${name}.mp3`, options);
    yield { name: `${name}.mp3`, content: sound, stored: true };
  }
}

/**
 * The navigation control centre: metadata, and a heading for each section that points into the SMIL files.
 */
function controlCentre(exportDocument: ExportDocument, parts: readonly BookPart[]): string {
  const { facts, timeline } = exportDocument;
  const headings = parts.flatMap((part, nth) => {
    const name = `part${nth + 1}`;
    const clips = sentenceClips(exportDocument, part);
    // A part that goes on where the one before was too long has a heading of its own, so that players find
    // it.
    const shown =
      part.sections.length > 0
        ? part.sections
        : [{ title: `${facts.title} (${nth + 1})`, level: 1, firstBlock: part.firstBlock }];
    return shown.map(({ title, level, firstBlock }, i) => {
      const clip =
        clips.find(({ sentence }) => (exportDocument.sentences[sentence]?.block ?? 0) >= firstBlock) ??
        clips[0];
      const target = clip ? `#p${clip.sentence}` : '';
      const depth = nth === 0 && i === 0 ? 1 : Math.min(6, Math.max(1, level));
      const kind = nth === 0 && i === 0 ? ' class="title"' : '';
      const html = `<h${depth}${kind} id="n${nth}-${i}"><a href="${name}.smil${target}">${xml(title)}</a></h${depth}>`;
      return { depth, html };
    });
  });
  const meta = {
    'dc:title': facts.title,
    'dc:identifier': facts.identifier,
    'dc:language': facts.language,
    // Asked for by the specification, also where no school is known.
    'dc:creator': authorOf(facts),
    'dc:publisher': facts.school === '' ? 'Aurelfield' : facts.school,
    'dc:date': facts.date,
    'dc:format': 'Daisy 2.02',
    'ncc:narrator': facts.voice,
    'ncc:totalTime': clock(timeline.samples / timeline.sampleRate),
    'ncc:tocItems': String(parts.reduce((sum, { sections }) => sum + Math.max(1, sections.length), 0)),
    'ncc:pageFront': '0', 'ncc:pageNormal': '0', 'ncc:pageSpecial': '0',
    'ncc:charset': 'utf-8',
    'ncc:multimediaType': 'audioFullText',
    'ncc:depth': String(Math.max(1, ...headings.map(({ depth }) => depth))),
    'ncc:files': String(2 + parts.length * 2),
    'ncc:setInfo': '1 of 1',
  }; // prettier-ignore
  return `${XHTML}<html xmlns="http://www.w3.org/1999/xhtml" lang="${xml(facts.language)}" xml:lang="${xml(facts.language)}"${direction(facts.language)}>
<head><meta http-equiv="Content-type" content="text/html; charset=utf-8" /><title>${xml(facts.title)}</title>
${Object.entries(meta)
  .map(([name, content]) => `<meta name="${name}" content="${xml(content)}" />`)
  .join('\n')}
</head>
<body>
${headings.map(({ html }) => html).join('\n')}
</body>
</html>
`;
}

function* textDocument(exportDocument: ExportDocument): Generator<string> {
  const { facts, blocks } = exportDocument;
  yield `${XHTML}<html xmlns="http://www.w3.org/1999/xhtml" lang="${xml(facts.language)}" xml:lang="${xml(facts.language)}"${direction(facts.language)}>
<head><meta http-equiv="Content-type" content="text/html; charset=utf-8" /><title>${xml(facts.title)}</title></head>
<body>
`;
  for (const part of bookHtml(exportDocument, [0, blocks.length], { marked: true })) yield transitional(part);
  yield '</body>\n</html>\n';
}

/** XHTML 1.0 knows no figures, and no attributes for one's own data. */
function transitional(html: string): string {
  return html.replace(/<(\/?)fig(?:ure|caption)/gu, '<$1div').replace(/ data-of="[^"]*"/gu, '');
}

function* sequence(exportDocument: ExportDocument, part: BookPart, name: string): Generator<string> {
  const { timeline } = exportDocument;
  const first = firstOfPlace(exportDocument);
  const time = (samples: number) => `npt=${(samples / timeline.sampleRate).toFixed(3)}s`;
  const length = (part.to - part.from) / timeline.sampleRate;
  yield `${SMIL}<smil><head><meta name="dc:format" content="Daisy 2.02" /><meta name="dc:title" content="${xml(exportDocument.facts.title)}" /><meta name="dc:identifier" content="${xml(exportDocument.facts.identifier)}" /><meta name="ncc:totalElapsedTime" content="${clock(part.from / timeline.sampleRate)}" /><meta name="ncc:timeInThisSmil" content="${clock(length)}" /><layout><region id="text" /></layout></head>\n<body><seq dur="${length.toFixed(3)}s">\n`;
  // A sentence is a phrase: with a word each, the phrase keys of players would go word by word.
  for (const { sentence, from, to } of sentenceClips(exportDocument, part)) {
    const place = first[sentence] ?? sentence;
    yield `<par endsync="last" id="p${sentence}"><text src="text.html#s${place}" id="t${sentence}" /><audio src="${name}.mp3" clip-begin="${time(from)}" clip-end="${time(to)}" id="a${sentence}" /></par>\n`;
  }
  yield '</seq></body></smil>\n';
}

/** When each sentence of a part is heard: from its first word to its last. */
function sentenceClips(
  exportDocument: ExportDocument,
  part: BookPart,
): { sentence: number; from: number; to: number }[] {
  const clips: { sentence: number; from: number; to: number }[] = [];
  for (const { sentence, from, to } of overlayClips(exportDocument, part)) {
    const last = clips.at(-1);
    if (last?.sentence === sentence) last.to = to;
    else clips.push({ sentence, from, to });
  }
  return clips;
}

/** `h:mm:ss`, rounded. */
function clock(seconds: number): string {
  const whole = Math.round(seconds);
  const part = (value: number) => String(value).padStart(2, '0');
  return `${Math.floor(whole / 3600)}:${part(Math.floor(whole / 60) % 60)}:${part(whole % 60)}`;
}
