import { DEFAULT_READING_STYLE, type ReadingStyle } from '@aurelfield/core/readingStyle';
import { sentencesOf, wordsOf } from '@aurelfield/core/text';
import { lengthOf, timelineOf, type ScheduledSentence, type Piece } from '@aurelfield/core/timeline';
import sharp from 'sharp';
import type { ExportDocument, ExportDocumentBlock, ExportDocumentSentence } from '../exportDocument.ts';

export interface SampleOptions {
  readonly title?: string;
  readonly language?: string;
  readonly blocks: readonly ExportDocumentBlock[];
  readonly sampleRate?: number;
  readonly readingStyle?: Partial<ReadingStyle>;
  /** How many times shorter its words are than usual. */
  readonly haste?: number;
}

/** Silence before a word begins to sound within its sentence, and how long it sounds. Seconds. */
const [LEAD, PER_LETTER] = [0.06, 0.035];

/**
 * An edition whose words are tones of a known onset: what is written into files can be found again in the
 * sound.
 */
export function sampleExportDocument({
  title = 'The tide mill',
  language = 'en-GB',
  blocks,
  sampleRate = 22_050,
  readingStyle = {},
  haste = 1,
}: SampleOptions): ExportDocument {
  const sentences: ExportDocumentSentence[] = [];
  const scheduled: ScheduledSentence[] = [];
  const tones = new Map<string, Int16Array>();
  blocks.forEach(({ text, silent, language: own = language }, block) => {
    if (silent) return;
    for (const { start, end } of sentencesOf(text, own)) {
      const words = wordsOf(text.slice(start, end), own).map((word) => ({
        start: word.start + start,
        end: word.end + start,
      }));
      if (words.length === 0) continue;
      let at = 0;
      const times = words.map((word) => {
        const from = at + Math.round((LEAD / haste) * sampleRate);
        at = from + Math.round(((0.05 + (word.end - word.start) * PER_LETTER) / haste) * sampleRate);
        return { from, to: at };
      });
      const key = `${title} ${sentences.length}`;
      tones.set(key, toned(at, times, sampleRate, sentences.length));
      const spoken = words.map((word) => text.slice(word.start, word.end));
      sentences.push({
        block,
        start,
        end,
        words,
        plan: { words: spoken, sounds: spoken.length > 2 ? [{ word: 1, ipa: 'ˈtaɪd' }] : [], breaks: [] },
        pauses: [],
        pauseAfter: 0.4,
      });
      scheduled.push({
        samples: at,
        pauseAfter: Math.round(0.4 * sampleRate),
        words: times,
        pieces: [{ source: { kind: 'clip', key }, from: 0, to: at, gain: 0, fade: [1, 1] }],
      });
    }
  });
  return {
    facts: {
      identifier: 'urn:uuid:5a1e2b8c-0000-4000-8000-00000000a11e',
      title,
      language,
      pupil: 'Ines',
      voice: 'English (Scotland), lower',
      school: 'Wrenmoor School',
      className: 'Year 8',
      date: '2026-11-27',
      pace: 140,
      readingStyle: { ...DEFAULT_READING_STYLE, ...readingStyle },
      lexicon: [{ written: 'Sallow', kind: 'respelling', said: 'SAL-oh', caseSensitive: true }],
    },
    blocks,
    sentences,
    timeline: timelineOf(sampleRate, scheduled),
    render: (pieces) => rendered(pieces, tones),
  };
}

/**
 * Everything a handout can hold, in three sections, with a picture, a table, another language and one that is
 * written from right to left.
 */
export async function fullExportDocument(more: Partial<SampleOptions> = {}): Promise<ExportDocument> {
  const content = await sharp({ create: { width: 640, height: 400, channels: 3, background: '#31544b' } })
    .jpeg()
    .toBuffer();
  return sampleExportDocument({
    blocks: [
      { type: 'heading', level: 1, text: 'The tide mill', page: '1' },
      {
        type: 'paragraph',
        text: 'At high water the pond is full. The miller closes the gate & waits – “not long”, she says.',
      },
      {
        type: 'picture',
        text: 'A wooden wheel under a slate roof.',
        picture: { mediaType: 'image/jpeg', content },
      },
      { type: 'heading', level: 2, text: 'What you need' },
      { type: 'list-item', text: 'a bowl of water' },
      { type: 'list-item', text: 'two corks' },
      { type: 'question', label: '1', text: '1. Why does the wheel stop?' },
      { type: 'table-row', text: 'Day\tHigh water' },
      { type: 'table-row', columnHeaders: ['Day', 'High water'], text: 'Monday\t06:12' },
      { type: 'table-row', columnHeaders: ['Day', 'High water'], text: 'Tuesday\t07:01' },
      { type: 'heading', level: 2, text: 'In other words', page: '2' },
      { type: 'paragraph', language: 'pl', text: 'Młyn stoi nad rzeką. Źródło jest blisko.' },
      { type: 'paragraph', language: 'ar', text: 'الماء يدير العجلة.' },
      { type: 'equation', text: 'F = m × a' },
      { type: 'paragraph', silent: true, text: 'Not read aloud: name and date.' },
      { type: 'paragraph', text: 'Then it turns the other way.' },
    ],
    ...more,
  });
}

/** A tone for each word, so that each begins at a sample that can be found. */
function toned(
  samples: number,
  words: readonly { readonly from: number; readonly to: number }[],
  sampleRate: number,
  nth: number,
): Int16Array {
  const pcm = new Int16Array(samples);
  words.forEach(({ from, to }, word) => {
    const pitch = 500 + ((nth * 7 + word * 3) % 12) * 60;
    for (let at = from; at < to; at++)
      pcm[at] = Math.round(9000 * Math.sin((2 * Math.PI * pitch * (at - from)) / sampleRate));
  });
  return pcm;
}

async function* rendered(
  pieces: readonly Piece[],
  tones: ReadonlyMap<string, Int16Array>,
): AsyncGenerator<Uint8Array> {
  for (const piece of pieces) {
    await Promise.resolve();
    const pcm =
      piece.source.kind === 'clip'
        ? (tones.get(piece.source.key) ?? new Int16Array()).slice(piece.from, piece.to)
        : new Int16Array(lengthOf(piece));
    yield new Uint8Array(pcm.buffer, pcm.byteOffset, pcm.byteLength);
  }
}
