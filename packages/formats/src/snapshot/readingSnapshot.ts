import { piecesBetween } from '@aurelfield/core/timeline';
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import path from 'node:path';
import { sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { DEFAULT_QUALITY } from '../format.ts';
import { formatOf } from '../register.ts';
import { bookHtml } from '../tools/bookHtml.ts';
import { encode, wavOf } from '../tools/ffmpeg.ts';
import { fontRules } from '../tools/fonts.ts';
import { readingStyleCss } from '../tools/readingStyleCss.ts';
import { withFolder } from '../tools/tempFolder.ts';
import { isRightToLeft } from '../tools/xml.ts';
import { soundSegmentsOf, type SoundSegment } from './segments.ts';

/** The forms in which each stretch is there: Opus is small; what does not play it plays AAC. */
const SNAPSHOT_SOUNDS = {
  opus: { mediaType: 'audio/ogg', codec: ['-c:a', 'libopus', '-ar', '24000', '-b:a', '32k', '-application', 'voip', '-compression_level', '5', '-f', 'opus'] },
  m4a: { mediaType: 'audio/mp4', codec: ['-c:a', 'aac', '-b:a', '32k', '-movflags', '+faststart', '-f', 'ipod'] },
} as const; // prettier-ignore
type SnapshotSound = keyof typeof SNAPSHOT_SOUNDS;
const SOUND_IDS = Object.keys(SNAPSHOT_SOUNDS) as SnapshotSound[];

/** The whole reading beside its stretches: one sound file, and its words in time. */
const WHOLE = [
  ['whole.mp3', 'mp3'],
  ['words.vtt', 'vtt'],
] as const;

/** A file of a frozen reading. */
export interface SnapshotFile {
  readonly name: string;
  readonly content: AsyncIterable<Uint8Array>;
}

/** What a frozen reading says of itself; its shape is `frozenReadingSchema` of the api. */
export type SnapshotText = ReturnType<typeof snapshotText>;

/** Where pictures lie, as the page writes it into their addresses before they are shown. */
const FILES = '{files}';

/**
 * The files of a frozen reading one after the other: sound, then pictures. Each is to be taken before the
 * next is asked for.
 * @returns what stands in `page.json`, once all files were taken.
 */
export async function* readingSnapshot(
  exportDocument: ExportDocument,
  { fontAddress, signal, progress }: FreezeOptions,
): AsyncGenerator<SnapshotFile, SnapshotText> {
  const segments = soundSegmentsOf(exportDocument.timeline);
  const bytes: Record<SnapshotSound, number>[] = [];
  for (const [nth, { samples }] of segments.entries()) {
    const sizes = { opus: 0, m4a: 0 };
    for (const sound of SOUND_IDS)
      yield* withFolder<SnapshotFile>(async function* (folder) {
        const target = path.join(folder, `sound.${sound}`);
        const pieces = piecesBetween(exportDocument.timeline.pieces, samples.from, samples.to);
        // No tags: nothing in the sound says whose it is.
        const plainOutput = ['-map_metadata', '-1', '-fflags', '+bitexact', '-ac', '1'];
        await encode(wavOf(exportDocument, pieces, samples.to - samples.from), [...plainOutput, ...SNAPSHOT_SOUNDS[sound].codec], target, signal); // prettier-ignore
        sizes[sound] = (await stat(target)).size;
        yield { name: soundName(nth, sound), content: createReadStream(target) as AsyncIterable<Buffer> };
      });
    bytes.push(sizes);
    await progress?.(nth + 1, segments.length);
  }
  // For players that want one file: a feed's, and whoever saves it.
  for (const [name, format] of WHOLE)
    yield { name, content: formatOf(format).write(exportDocument, { quality: DEFAULT_QUALITY, signal }) };
  for (const [block, { picture }] of exportDocument.blocks.entries())
    if (picture) yield { name: pictureName(block, picture), content: once(picture.content) };
  return snapshotText(exportDocument, segments, bytes, fontAddress);
}

export interface FreezeOptions {
  /** Where a file of a typeface is fetched from, by its name. */
  readonly fontAddress: (name: string) => string;
  readonly signal: AbortSignal;
  /** Told after each stretch. */
  readonly progress?: (done: number, total: number) => Promise<void>;
}

function snapshotText(
  exportDocument: ExportDocument,
  segments: readonly SoundSegment[],
  bytes: readonly Record<SnapshotSound, number>[],
  fontAddress: FreezeOptions['fontAddress'],
) {
  const { facts, blocks, sentences, timeline } = exportDocument;
  const html = [
    ...bookHtml(exportDocument, [0, blocks.length], {
      marked: true,
      pictureAddress: (block) => {
        const picture = blocks[block]?.picture;
        return picture ? `${FILES}/${pictureName(block, picture)}` : '';
      },
    }),
  ].join('');
  const begins = (block: number) => sentences.findIndex((sentence) => sentence.block >= block);
  return {
    title: facts.title,
    language: facts.language,
    direction: isRightToLeft(facts.language) ? ('rtl' as const) : ('ltr' as const),
    pace: facts.pace,
    sampleRate: timeline.sampleRate,
    html,
    css: [
      fontRules(facts.readingStyle.font, ({ name }) => fontAddress(name)),
      readingStyleCss(facts.readingStyle, { word: 'lit', sentence: 'lit-sentence' }),
    ].join('\n'),
    sentences: timeline.sentences.map(({ from, to, words }, nth) => ({
      b: sentences[nth]?.block ?? 0,
      n: to - from,
      p: (timeline.sentences[nth + 1]?.from ?? timeline.samples) - to,
      t: words.flatMap((word) => [word.from - from, word.to - from]),
    })),
    segments: segments.map(({ firstSentence, endSentence }, nth) => ({
      from: firstSentence,
      to: endSentence,
      ...(bytes[nth] ?? { opus: 0, m4a: 0 }),
    })),
    sections: sectionsOf(exportDocument).map(({ title, firstBlock }) => ({
      title,
      sentence: Math.max(0, begins(firstBlock)),
    })),
  };
}

/** Name of the file with a stretch's sound. */
function soundName(nth: number, sound: SnapshotSound): string {
  return `sound-${nth}.${sound}`;
}

function pictureName(block: number, { mediaType }: { readonly mediaType: string }): string {
  return `picture-${block}.${mediaType === 'image/png' ? 'png' : 'jpg'}`;
}

async function* once(content: Uint8Array): AsyncGenerator<Uint8Array> {
  yield await Promise.resolve(content);
}
