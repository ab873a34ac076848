import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import SrtParser from 'srt-parser-2';
import { WebVTTParser } from 'webvtt-parser';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { textOfSentence, sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { DEFAULT_QUALITY } from '../format.ts';
import { formatOf } from '../register.ts';
import { fullExportDocument } from '../testing/sampleExportDocument.ts';
import { whole } from '../tools/bytes.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-read-back-'));
let exportDocument: ExportDocument;
beforeAll(async () => {
  exportDocument = await fullExportDocument();
});
afterAll(() => rmSync(folder, { recursive: true }));

const written = async (id: string) =>
  new TextDecoder().decode(
    await whole(
      formatOf(id).write(exportDocument, { quality: DEFAULT_QUALITY, signal: new AbortController().signal }),
    ),
  );
const saved = async (id: string) => {
  const file = path.join(folder, `x.${formatOf(id).extension}`);
  writeFileSync(file, await written(id));
  return file;
};
const seconds = (samples: number) => samples / exportDocument.timeline.sampleRate;
/** When words begin, in order. */
const onsets = () =>
  exportDocument.timeline.sentences.flatMap(({ words }) => words.map(({ from }) => seconds(from)));
const nearly = (found: readonly number[], expected: readonly number[], within: number) => {
  expect(found).toHaveLength(expected.length);
  found.forEach((time, nth) => expect(Math.abs(time - (expected[nth] ?? 0))).toBeLessThanOrEqual(within));
};

/**
 * At most two lines of 42 characters, 0.8 s at least, in order and without overlap; together they are the
 * whole text.
 */
function expectReadable(cues: readonly { from: number; to: number; text: string }[]): void {
  let last = 0;
  for (const { from, to, text } of cues) {
    const lines = text.split('\n');
    expect(lines.length).toBeLessThanOrEqual(2);
    for (const line of lines) expect([...line].length).toBeLessThanOrEqual(42);
    expect(to - from).toBeGreaterThanOrEqual(0.798);
    expect(from).toBeGreaterThanOrEqual(last - 0.002);
    last = to;
  }
  const plain = (text: string) => text.replace(/\s+/gu, '');
  expect(plain(cues.map(({ text }) => text).join(''))).toBe(
    plain(exportDocument.sentences.map((sentence) => textOfSentence(exportDocument, sentence)).join('')),
  );
}

describe('WebVTT (webvtt-parser)', () => {
  test('has no errors; cues can be read; times within cues are the words’', async () => {
    const { cues, errors } = new WebVTTParser().parse(
      await written('vtt'),
      'subtitles/captions/descriptions',
    );
    expect(errors).toEqual([]);
    expectReadable(cues.map(({ startTime, endTime, text }) => ({ from: startTime, to: endTime, text: text.replace(/<[^>]*>/gu, '').replace(/&amp;/gu, '&') }))); // prettier-ignore
    const times = cues.flatMap(({ text }) =>
      [...text.matchAll(/<(\d+):(\d\d):(\d\d\.\d{3})>/gu)].map(
        ([, hours, minutes, rest]) => Number(hours) * 3600 + Number(minutes) * 60 + Number(rest),
      ),
    );
    // Every time is a word's; the first word of a cue begins with it.
    for (const time of times) expect(Math.min(...onsets().map((onset) => Math.abs(onset - time)))).toBeLessThanOrEqual(0.002); // prettier-ignore
    expect(times.length + cues.length).toBeGreaterThanOrEqual(onsets().length);
    expect(cues[1]?.text.replace(/<[^>]*>/gu, '')).toBe('At high water the pond is full.');
    expect(cues.some(({ text }) => text.includes('&amp;'))).toBe(true);
  });
});

test('SRT (srt-parser-2, ffprobe): captions that can be read', async () => {
  const cues = new SrtParser().fromSrt(await written('srt'));
  expectReadable(cues.map(({ startSeconds, endSeconds, text }) => ({ from: startSeconds, to: endSeconds, text }))); // prettier-ignore
  expect(cues.at(-1)?.text).toBe('Then it turns the other way.');
  expect(
    execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'format=format_name', '-of', 'csv=p=0', await saved('srt')], { encoding: 'utf8' }).trim(), // prettier-ignore
  ).toBe('srt');
});

test('LRC: lines as ffprobe reads them, words to a hundredth', async () => {
  const lines = execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0', await saved('lrc')], { encoding: 'utf8' }).trim().split('\n'); // prettier-ignore
  nearly(lines.map(parseFloat), exportDocument.timeline.sentences.map(({ from }) => seconds(from)), 0.01); // prettier-ignore
  const words = [...(await written('lrc')).matchAll(/<(\d+):(\d\d\.\d\d)>/gu)].map(
    ([, minutes, rest]) => Number(minutes) * 60 + Number(rest),
  );
  nearly(words, onsets(), 0.0051);
});

test('TTML (imsc): the moments at which something changes are those of the words', async () => {
  const require = createRequire(import.meta.url);
  // Its plain import wants a window.
  const imsc = require('imsc/src/main/js/doc.js') as {
    fromXML: (text: string, onError: (message: string) => void) => { getMediaTimeEvents: () => number[] };
  };
  const complaints: string[] = [];
  const document = imsc.fromXML(await written('ttml'), (message) => complaints.push(message));
  expect(complaints).toEqual([]);
  const events = document.getMediaTimeEvents().map((event) => Math.round(event * 1000) / 1000);
  for (const onset of onsets())
    expect(
      events.some((event) => Math.abs(event - onset) <= 0.002),
      String(onset),
    ).toBe(true);
});

test('TextGrid (Praat): tiers with every word, to the sample', async () => {
  const script = path.join(folder, 'read.praat');
  const file = await saved('textgrid');
  writeFileSync(
    script,
    `Read from file: "${file}"\ntiers = Get number of tiers\nappendInfoLine: tiers\nfor t from 1 to tiers\n n = Get number of intervals: t\n for i from 1 to n\n  label$ = Get label of interval: t, i\n  if label$ <> ""\n   start = Get start time of interval: t, i\n   stop = Get end time of interval: t, i\n   appendInfoLine: t, tab$, fixed$(start, 9), tab$, fixed$(stop, 9), tab$, label$\n  endif\n endfor\nendfor\n`,
  );
  const [tiers, ...lines] = execFileSync('praat', ['--run', script], { encoding: 'utf8' }).trim().split('\n');
  expect(tiers).toBe('3');
  const rows = lines.map((line) => line.split('\t'));
  nearly(rows.filter(([tier]) => tier === '3').map(([, from]) => Number(from)), onsets(), 0.0001); // prettier-ignore
  expect(rows.filter(([tier]) => tier === '1').map(([, , , label]) => label)).toEqual(
    sectionsOf(exportDocument).map(({ title }) => title),
  );
  // Praat takes intervals that overlap: they are looked at here.
  let [tier, at] = ['0', 0];
  for (const [own = '', from, to] of rows) {
    if (own !== tier) [tier, at] = [own, 0];
    expect(Number(from)).toBeGreaterThanOrEqual(at - 1e-6);
    at = Number(to);
  }
});

test('JSON: every word with its place in the text and its time', async () => {
  const document = JSON.parse(await written('json')) as {
    duration: number;
    blocks: { text: string }[];
    sections: { title: string; start: number }[];
    sentences: { block: number; words: { text: string; from: number; to: number; start: number }[] }[];
  };
  nearly(document.sentences.flatMap(({ words }) => words.map(({ start }) => start)), onsets(), 1e-6); // prettier-ignore
  for (const { block, words } of document.sentences)
    for (const { text, from, to } of words) expect(document.blocks[block]?.text.slice(from, to)).toBe(text);
  expect(document.duration).toBeCloseTo(seconds(exportDocument.timeline.samples), 6);
});
