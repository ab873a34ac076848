import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { ExportDocument } from '../exportDocument.ts';
import { fullExportDocument, sampleExportDocument } from '../testing/sampleExportDocument.ts';
import { whole } from '../tools/bytes.ts';
import { readingSnapshot, type SnapshotText } from './readingSnapshot.ts';
import { soundSegmentsOf } from './segments.ts';

const RATE = 22_050;
const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-frozen-'));
afterAll(() => rmSync(folder, { recursive: true }));

async function snapshot(exportDocument: ExportDocument) {
  const files = new Map<string, Uint8Array>();
  const writing = readingSnapshot(exportDocument, {
    fontAddress: (name) => `/fonts/${name}`,
    signal: new AbortController().signal,
  });
  for (;;) {
    const next = await writing.next();
    if (next.done) return { files, text: next.value };
    files.set(next.value.name, await whole(next.value.content));
  }
}

/** A sound file as samples, by ffmpeg. */
function decoded(name: string, content: Uint8Array): Int16Array {
  const file = path.join(folder, name);
  writeFileSync(file, content);
  const raw = execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-f', 's16le', '-ar', String(RATE), '-ac', '1', '-'], { maxBuffer: 1e9 }); // prettier-ignore
  return new Int16Array(raw.buffer, raw.byteOffset, raw.length / 2);
}

/** The sample after `near` at which it becomes loud, where it was quiet before. */
function onset(pcm: Int16Array, near: number): number {
  let at = Math.max(0, near - Math.round(0.025 * RATE));
  while (at < pcm.length && Math.abs(pcm[at] ?? 0) < 2500) at++;
  return at;
}

const long = () =>
  sampleExportDocument({
    blocks: Array.from({ length: 24 }, (_, nth) => ({
      type: 'paragraph' as const,
      text: `The tide rose to gate ${nth}. Nobody saw it turn, for the lamp on the wall had gone out.`,
    })),
  });

describe('stretches', () => {
  test.each([
    ['a long text', long],
    ['everything', () => fullExportDocument()],
    ['one sentence', () => sampleExportDocument({ blocks: [{ type: 'paragraph', text: 'It rains.' }] })],
  ])('of %s lie end to end, and hold each sentence once', async (_name, make) => {
    const { timeline } = await make();
    const segments = soundSegmentsOf(timeline);
    expect(segments[0]?.firstSentence).toBe(0);
    expect(segments[0]?.samples.from).toBe(0);
    expect(segments.at(-1)?.endSentence).toBe(timeline.sentences.length);
    expect(segments.at(-1)?.samples.to).toBe(timeline.samples);
    for (const [nth, span] of segments.slice(1).entries()) {
      expect(span.firstSentence).toBe(segments[nth]?.endSentence);
      expect(span.samples.from).toBe(segments[nth]?.samples.to);
      expect(span.samples.from).toBe(timeline.sentences[span.firstSentence]?.from);
    }
  });

  test('begin small and grow', () => {
    const seconds = soundSegmentsOf(long().timeline).map(({ samples: { from, to } }) => (to - from) / RATE);
    expect(seconds[0]).toBeLessThan(6);
    expect(seconds[1]).toBeGreaterThanOrEqual(10);
    for (const length of seconds.slice(2, -1)) expect(length).toBeGreaterThanOrEqual(30);
  });
});

describe('a frozen reading', () => {
  let exportDocument: ExportDocument;
  let files: Map<string, Uint8Array>;
  let text: SnapshotText;
  beforeAll(async () => {
    exportDocument = long();
    ({ files, text } = await snapshot(exportDocument));
  });

  test.each(['opus', 'm4a'] as const)('every word of its %s begins within 10 ms of its time', (sound) => {
    let worst = 0;
    let words = 0;
    for (const [nth, { from, to }] of text.segments.entries()) {
      const name = `sound-${nth}.${sound}`;
      const pcm = decoded(name, files.get(name) ?? new Uint8Array());
      let start = 0;
      for (const { n, p, t } of text.sentences.slice(from, to)) {
        for (let i = 0; i < t.length; i += 2) {
          const expected = start + (t[i] ?? 0);
          worst = Math.max(worst, Math.abs(onset(pcm, expected) - expected) / RATE);
          words += 1;
        }
        start += n + p;
      }
      // What the joins are made of: the files are as long as their sentences with their pauses; AAC fills its
      // last frame of 1,024 samples with silence.
      expect(Math.abs(pcm.length - start)).toBeLessThanOrEqual(sound === 'm4a' ? 1024 : 0.025 * RATE);
    }
    expect(words).toBe(exportDocument.timeline.sentences.flatMap((sentence) => sentence.words).length);
    expect(worst).toBeLessThan(0.01);
  });

  test('it says how large each piece is, and nothing in the sound says whose it is', () => {
    text.segments.forEach(({ opus, m4a }, nth) => {
      expect([opus, m4a]).toEqual([files.get(`sound-${nth}.opus`)?.length, files.get(`sound-${nth}.m4a`)?.length]); // prettier-ignore
    });
    for (const [name, content] of files) {
      // One for a feed or to be saved has the tags that players show.
      if (!name.startsWith('sound-')) continue;
      const bytes = Buffer.from(content).toString('latin1');
      for (const own of ['Ines', 'Wrenmoor', 'tide mill']) expect(bytes).not.toContain(own);
    }
  });

  test('its words have places in its text, in order, and pictures lie where its files do', async () => {
    const full = await fullExportDocument();
    const other = await snapshot(full);
    other.text.sentences.forEach(({ t, b }, sentence) => {
      expect(t.length / 2).toBe(full.timeline.sentences[sentence]?.words.length);
      expect(b).toBe(full.sentences[sentence]?.block);
      for (let word = 0; word < t.length / 2; word++)
        expect(other.text.html).toContain(`id="s${sentence}w${word}"`);
    });
    expect(other.text.html).toContain('src="{files}/picture-2.jpg" alt="A wooden wheel under a slate roof."');
    expect(other.files.has('picture-2.jpg')).toBe(true);
    expect(other.text.sections.map(({ title }) => title)).toEqual(['The tide mill', 'What you need', 'In other words']); // prettier-ignore
    expect(other.text.css).toContain('/fonts/atkinson');
    expect(other.text.html).not.toMatch(/<script|onerror|javascript:/u);
  });

  test('it can be stopped', async () => {
    const stopped = AbortSignal.abort(new Error('enough'));
    const writing = readingSnapshot(exportDocument, { fontAddress: String, signal: stopped });
    await expect(writing.next()).rejects.toThrow('enough');
  });
});
