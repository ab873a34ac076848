import { ID3Writer } from 'browser-id3-writer';
import { secondsOf, sectionsOf, textOfSentence, type ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { drawnCover } from '../tools/cover.ts';
import { mp3BitRate, mp3Segment } from '../tools/mp3.ts';
import { tagsOf } from '../tools/tags.ts';
import { withFolder } from '../tools/tempFolder.ts';

/** The count of chapters is one byte (ID3v2 Chapter Frame Addendum 1.0). */
const MOST_CHAPTERS = 255;
/** ID3v2.3 names languages by ISO 639-2; where none is known it writes "XXX". */
const LANGUAGES: Readonly<Record<string, string>> = { en: 'eng', de: 'ger', fr: 'fre', es: 'spa', it: 'ita', pl: 'pol', cy: 'wel', ar: 'ara', he: 'heb', nl: 'dut', pt: 'por', uk: 'ukr', ro: 'rum' }; // prettier-ignore

export const format: Format = {
  id: 'mp3',
  label: 'MP3',
  goodFor: 'plays everywhere; chapters, and every word in time for players that show it',
  group: 'sound',
  mediaType: 'audio/mpeg',
  extension: 'mp3',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds, characters }, quality) =>
    60_000 + characters * 3 + (seconds * mp3BitRate(quality) * 1000) / 8,
  write: (exportDocument, options) =>
    withFolder(async function* (folder) {
      const { samples } = exportDocument.timeline;
      const sound = await mp3Segment(exportDocument, { from: 0, to: samples }, folder, 'sound.mp3', options);
      yield await id3Of(exportDocument);
      yield* sound();
    }),
};

/** The tag by itself: tags, cover, chapters, the text, and each word in time. */
async function id3Of(exportDocument: ExportDocument): Promise<Uint8Array> {
  const tags = tagsOf(exportDocument);
  const milliseconds = (samples: number) => Math.round(secondsOf(exportDocument, samples) * 1000);
  const language = LANGUAGES[exportDocument.facts.language.split('-')[0] ?? ''] ?? 'XXX';
  const writer = new ID3Writer(new ArrayBuffer(0));
  writer
    .setFrame('TIT2', tags.title ?? '')
    .setFrame('TPE1', [tags.artist ?? ''])
    .setFrame('TALB', tags.album ?? '')
    .setFrame('TPE2', tags.album_artist ?? '')
    .setFrame('TCOM', [tags.composer ?? ''])
    .setFrame('TYER', Number(exportDocument.facts.date.slice(0, 4)))
    .setFrame('TDAT', exportDocument.facts.date.slice(8, 10) + exportDocument.facts.date.slice(5, 7))
    .setFrame('TCON', ['Speech'])
    .setFrame('TLAN', language)
    .setFrame('TXXX', { description: 'date', value: exportDocument.facts.date })
    .setFrame('COMM', { description: '', text: tags.comment ?? '', language })
    .setFrame('APIC', { type: 3, data: arrayBuffer(await drawnCover(exportDocument)), description: 'Cover' })
    .setFrame('USLT', {
      description: '',
      lyrics: exportDocument.sentences.map((sentence) => textOfSentence(exportDocument, sentence)).join('\n'),
      language,
    })
    .setFrame('SYLT', {
      type: 1,
      timestampFormat: 2,
      language,
      description: 'words',
      text: exportDocument.sentences.flatMap(({ block, words, end }, nth) =>
        words.map((word, i): [string, number] => [
          (exportDocument.blocks[block]?.text ?? '').slice(word.start, words[i + 1]?.start ?? end),
          milliseconds(exportDocument.timeline.sentences[nth]?.words[i]?.from ?? 0),
        ]),
      ),
    });
  if (tags.track !== undefined) writer.setFrame('TRCK', tags.track);
  const sections = sectionsOf(exportDocument).slice(0, MOST_CHAPTERS);
  sections.forEach(({ title, from, to }, nth) =>
    writer.setFrame('CHAP', {
      id: `section${nth}`,
      startTime: milliseconds(from),
      endTime: milliseconds(to),
      subFrames: { TIT2: title },
    }),
  );
  writer.setFrame('CTOC', {
    id: 'contents',
    ordered: true,
    topLevel: true,
    childElementIds: sections.map((_one, nth) => `section${nth}`),
    subFrames: { TIT2: 'Contents' },
  });
  return new Uint8Array(writer.addTag());
}

function arrayBuffer(bytes: Uint8Array): ArrayBuffer {
  const copy = new ArrayBuffer(bytes.byteLength);
  new Uint8Array(copy).set(bytes);
  return copy;
}
