import { spawn } from 'node:child_process';
import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { DEFAULT_QUALITY, FormatError, FORMATS, type ExportDocument } from '@aurelfield/formats';
import { sampleExportDocument } from '../../packages/formats/src/testing/sampleExportDocument.ts';
import { atRate } from '../../packages/formats/src/tools/soundFile.ts';
import { wavOf } from '../../packages/formats/src/tools/ffmpeg.ts';
import { milliseconds, row } from './print.ts';

/** Words of the reading whose files are timed, and of the book whose memory is measured. */
const [READING, BOOK] = [2500, 100_000];
/**
 * The book's words are so much shorter than spoken ones, so that it is not an evening until its sound is
 * encoded.
 */
const HASTE = 20;
const SENTENCE = 12;
/** The bare encoder that a format's sound goes through. */
const ENCODERS: Readonly<Record<string, readonly string[]>> = {
  mp3: ['-c:a', 'libmp3lame', '-b:a', '64k', '-f', 'mp3'],
  m4a: ['-c:a', 'aac', '-aac_coder', 'fast', '-b:a', '64k', '-f', 'ipod'],
  opus: [
    '-c:a',
    'libopus',
    '-ar',
    '24000',
    '-b:a',
    '64k',
    '-application',
    'voip',
    '-compression_level',
    '5',
    '-f',
    'opus',
  ],
  flac: ['-c:a', 'flac', '-f', 'flac'],
  epub: ['-c:a', 'libmp3lame', '-b:a', '64k', '-f', 'mp3'],
  daisy: ['-c:a', 'libmp3lame', '-b:a', '64k', '-f', 'mp3'],
  lpf: ['-c:a', 'libmp3lame', '-b:a', '64k', '-f', 'mp3'],
  page: ['-c:a', 'libmp3lame', '-b:a', '64k', '-f', 'mp3'],
};
const ROUNDS = 2;

/**
 * Every format: seconds against the bare encoder on the same sound, and how much memory a book of 100,000
 * words takes.
 */
export async function formats(): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-bench-formats-'));
  try {
    await againstEncoders(exportDocumentOf(READING), folder);
    await memoryOfBook(exportDocumentOf(BOOK, HASTE), folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A text of sections of about 1,000 words, each word a tone. */
function exportDocumentOf(words: number, haste = 1): ExportDocument {
  const paragraphs = Math.ceil(words / (SENTENCE * 4));
  return sampleExportDocument({
    title: `A book of ${words} words`,
    haste,
    blocks: Array.from({ length: paragraphs }, (_one, nth) => [
      ...(nth % 20 === 0 ? [{ type: 'heading' as const, level: 2, text: `Section ${nth / 20 + 1}` }] : []),
      {
        type: 'paragraph' as const,
        text: Array.from(
          { length: 4 },
          (_two, i) => `In year ${nth * 4 + i} the tide on the old river rose to the gate.`,
        ).join(' '),
      },
    ]).flat(),
  });
}

async function againstEncoders(exportDocument: ExportDocument, folder: string): Promise<void> {
  const { pieces, samples, sampleRate } = exportDocument.timeline;
  console.log(
    `\nA reading of ${READING} words (${Math.round(samples / sampleRate / 60)} minutes) in every format\n`,
  );
  for (const format of FORMATS) {
    const target = path.join(folder, format.id);
    const encoder = ENCODERS[format.id];
    let [own, bare] = [Infinity, Infinity];
    for (let round = 0; round < ROUNDS; round++) {
      own = Math.min(own, (await milliseconds(() => write(exportDocument, format, target)))[0]);
      if (encoder) bare = Math.min(bare, (await milliseconds(() => encodeOnly(wavOf(exportDocument, pieces, samples), encoder, `${target}.bare`)))[0]); // prettier-ignore
    }
    row(
      `${format.label}: ${(own / 1000).toFixed(2)} s, ${(statSync(target).size / 1e6).toFixed(1)} MB${encoder ? ' ÷ bare encoder' : ''}`,
      encoder ? (own / bare).toFixed(2) : '',
      encoder ? 'aim ≤ 1.15' : '',
    );
  }
}

async function memoryOfBook(exportDocument: ExportDocument, folder: string): Promise<void> {
  const { samples, sampleRate } = exportDocument.timeline;
  console.log(
    `\nA book of ${BOOK} words (${(samples / sampleRate / 3600).toFixed(1)} hours): growth of memory while it is written\n`,
  );
  for (const format of FORMATS) {
    (globalThis as { gc?: () => void }).gc?.();
    const before = process.memoryUsage.rss();
    let peak = before;
    const watching = setInterval(() => (peak = Math.max(peak, process.memoryUsage.rss())), 20);
    let report = '';
    const [time] = await milliseconds(() => write(exportDocument, format, path.join(folder, format.id)).catch((error: unknown) => {
      if (!(error instanceof FormatError)) throw error;
      report = `refused: ${error.message}`;
    })); // prettier-ignore
    clearInterval(watching);
    row(
      `${format.label}, ${(time / 1000).toFixed(1)} s ${report}`,
      `${Math.round((peak - before) / 1e6)} MB`,
      'aim < 300 MB',
    );
  }
}

async function write(
  exportDocument: ExportDocument,
  format: (typeof FORMATS)[number],
  target: string,
): Promise<void> {
  const stream = format.write(exportDocument, {
    quality: DEFAULT_QUALITY,
    signal: new AbortController().signal,
  });
  await pipeline(Readable.from(stream), createWriteStream(target));
}

function encodeOnly(
  wav: AsyncIterable<Uint8Array>,
  encoder: readonly string[],
  target: string,
): Promise<void> {
  const child = spawn('ffmpeg', ['-loglevel', 'error', '-y', '-f', 'wav', '-i', 'pipe:0', ...atRate(DEFAULT_QUALITY.sampleRate), ...encoder, target], { stdio: ['pipe', 'ignore', 'inherit'] }); // prettier-ignore
  const ended = new Promise<void>((resolve, reject) =>
    child.on('close', (status) =>
      status === 0 ? resolve() : reject(new Error(`ffmpeg ended with ${status}`)),
    ),
  );
  return pipeline(Readable.from(wav), child.stdin).then(() => ended);
}
