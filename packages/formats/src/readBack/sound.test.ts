/** @module-tag long */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseFile } from 'music-metadata';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { DEFAULT_QUALITY, SAMPLE_RATES, type Quality } from '../format.ts';
import { formatOf } from '../register.ts';
import { fullExportDocument, sampleExportDocument } from '../testing/sampleExportDocument.ts';
import { whole } from '../tools/bytes.ts';

const SOUND = ['mp3', 'm4a', 'opus', 'flac', 'wav'] as const;
const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-read-back-'));
let exportDocument: ExportDocument;
beforeAll(async () => {
  exportDocument = await fullExportDocument();
});
afterAll(() => rmSync(folder, { recursive: true }));

const made = new Map<string, Promise<string>>();

/** The edition as a file; each kind is written once. */
function save(id: string, quality: Partial<Quality> = {}): Promise<string> {
  const format = formatOf(id);
  const name = `${id}-${quality.sampleRate ?? ''}-${quality.bitRate ?? ''}.${format.extension}`;
  const known = made.get(name);
  if (known) return known;
  const file = path.join(folder, name);
  const options = { quality: { ...DEFAULT_QUALITY, ...quality }, signal: new AbortController().signal };
  const writing = whole(format.write(exportDocument, options)).then((bytes) => {
    writeFileSync(file, bytes);
    return file;
  });
  made.set(name, writing);
  return writing;
}

/** Samples as ffmpeg decodes them. */
function decoded(file: string, rate = 22_050): Int16Array {
  const bytes = execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-map', '0:a', '-f', 's16le', '-ac', '1', '-ar', String(rate), '-'], { maxBuffer: 1 << 28 }); // prettier-ignore
  return new Int16Array(bytes.buffer, bytes.byteOffset, Math.floor(bytes.length / 2));
}

/** By how many samples one sound is later than another, from the best match of a stretch. */
function shiftBetween(late: Int16Array, early: Int16Array): number {
  let [best, bestScore] = [0, -Infinity];
  for (let shift = -400; shift <= 400; shift++) {
    let score = 0;
    for (let at = 1000; at < 40_000; at += 1) score += (early[at] ?? 0) * (late[at + shift] ?? 0);
    if (score > bestScore) [best, bestScore] = [shift, score];
  }
  return best;
}

describe.each(SOUND)('%s', (id) => {
  test('begins within 5 ms of the WAV and ends within 25 ms of it (decoded by ffmpeg)', async () => {
    const [own, wav] = [decoded(await save(id)), decoded(await save('wav'))];
    expect(Math.abs(shiftBetween(own, wav)) / 22_050).toBeLessThan(0.005);
    expect(Math.abs(own.length - wav.length) / 22_050).toBeLessThan(0.025);
    expect(wav.length).toBe(exportDocument.timeline.samples);
  });

  test('is as loud as the WAV within 0.5 LU (ffmpeg’s EBU R128 meter)', async () => {
    const loudness = (file: string) => {
      const report = spawnSync('ffmpeg', ['-nostats', '-i', file, '-map', '0:a', '-af', 'ebur128', '-f', 'null', '-'], { encoding: 'utf8' }).stderr; // prettier-ignore
      return Number(/I:\s+(-?[\d.]+) LUFS/u.exec(report.slice(report.lastIndexOf('Summary:')))?.[1]);
    };
    expect(Math.abs(loudness(await save(id)) - loudness(await save('wav')))).toBeLessThan(0.5);
  });

  test('carries title, voice, school, date and pupil (ffprobe)', async () => {
    const report = JSON.parse(
      execFileSync('ffprobe', ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', await save(id)], { encoding: 'utf8' }), // prettier-ignore
    ) as {
      format: { tags?: Record<string, string> };
      streams: { codec_type: string; tags?: Record<string, string> }[];
    };
    const tags = Object.fromEntries(
      [
        ...Object.entries(report.format.tags ?? {}),
        ...report.streams
          .filter(({ codec_type }) => codec_type === 'audio')
          .flatMap((one) => Object.entries(one.tags ?? {})),
      ].map(([name, value]) => [name.toLowerCase(), value]),
    );
    expect(tags).toMatchObject({
      title: 'The tide mill',
      artist: 'Wrenmoor School',
      ...(id === 'wav' ? {} : { album: 'The tide mill' }),
      comment: 'For Ines',
    });
    expect(tags.date).toContain('2026');
  });

  test('has the rate that was asked for, and at 8,000 samples a second nothing above 4 kHz', async () => {
    for (const sampleRate of id === 'opus' ? ([8000] as const) : ([8000, 44_100] as const)) {
      const file = await save(id, { sampleRate });
      const rate = execFileSync('ffprobe', ['-v', 'error', '-select_streams', 'a', '-show_entries', 'stream=sample_rate', '-of', 'csv=p=0', file], { encoding: 'utf8' }).trim(); // prettier-ignore
      // Opus always tells 48,000; what it holds is measured.
      expect(Number(rate.split('\n')[0]), `${sampleRate}`).toBe(id === 'opus' ? 48_000 : sampleRate);
      if (sampleRate === 8000) expect(shareAbove(decoded(file, 48_000), 48_000, 4100)).toBeLessThan(1e-4);
    }
  });
});

/**
 * The share of a sound's power above a frequency, by a high pass of ffmpeg-free arithmetic: a windowed-sinc
 * filter.
 */
function shareAbove(pcm: Int16Array, rate: number, frequency: number): number {
  const half = 200;
  const cut = frequency / rate;
  const low = Float64Array.from({ length: 2 * half + 1 }, (_one, nth) => {
    const at = nth - half;
    const sinc = at === 0 ? 2 * cut : Math.sin(2 * Math.PI * cut * at) / (Math.PI * at);
    return sinc * (0.54 + 0.46 * Math.cos((Math.PI * at) / half));
  });
  let [all, above] = [0, 0];
  for (let at = half; at < Math.min(pcm.length - half, 60_000); at++) {
    let kept = 0;
    for (let nth = 0; nth < low.length; nth++) kept += (low[nth] ?? 0) * (pcm[at + nth - half] ?? 0);
    const value = pcm[at] ?? 0;
    all += value * value;
    above += (value - kept) ** 2;
  }
  return above / all;
}

test('the measure of the spectrum sees what lies above', () => {
  const tone = (frequency: number) =>
    Int16Array.from(
      { length: 20_000 },
      (_one, at) => 8000 * Math.sin((2 * Math.PI * frequency * at) / 48_000),
    );
  expect(shareAbove(tone(6000), 48_000, 4100)).toBeGreaterThan(0.9);
  expect(shareAbove(tone(1000), 48_000, 4100)).toBeLessThan(1e-4);
});

describe('chapters', () => {
  test.each(['mp3', 'm4a', 'opus'])('%s: begin where sections begin (ffprobe)', async (id) => {
    const { chapters } = JSON.parse(
      execFileSync('ffprobe', ['-v', 'error', '-show_chapters', '-of', 'json', await save(id)], { encoding: 'utf8' }), // prettier-ignore
    ) as { chapters: { start_time: string; tags: { title: string } }[] };
    const sections = sectionsOf(exportDocument);
    expect(chapters.map(({ tags }) => tags.title)).toEqual(sections.map(({ title }) => title));
    chapters.forEach(({ start_time }, nth) =>
      expect(Math.abs(Number(start_time) - (sections[nth]?.from ?? 0) / 22_050)).toBeLessThan(0.002),
    );
  });

  test('m4a: mediainfo sees them and the cover', async () => {
    const report = execFileSync('mediainfo', [await save('m4a')], { encoding: 'utf8' });
    expect(report).toContain('What you need');
    expect(report).toMatch(/Cover\s+: Yes/u);
  });
});

test('mp3: every word in time, chapters, text and cover (mutagen)', async () => {
  const script = [
    'import sys, json',
    'from mutagen.id3 import ID3',
    'tags = ID3(sys.argv[1])',
    'sylt = tags.getall("SYLT")[0]',
    'print(json.dumps({"words": sylt.text, "chapters": [[c.start_time, c.end_time, c.sub_frames.getall("TIT2")[0].text[0]] for c in tags.getall("CHAP")], "contents": tags.getall("CTOC")[0].child_element_ids, "cover": [len(p.data) for p in tags.getall("APIC")], "text": tags.getall("USLT")[0].text[:20], "length": __import__("mutagen.mp3").mp3.MP3(sys.argv[1]).info.length}))',
  ].join('\n');
  const report = JSON.parse(
    execFileSync('/usr/bin/python3', ['-c', script, await save('mp3')], { encoding: 'utf8' }),
  ) as { words: [string, number][]; chapters: [number, number, string][]; contents: string[]; cover: number[]; text: string; length: number }; // prettier-ignore
  const words = exportDocument.timeline.sentences.flatMap((sentence) => sentence.words);
  expect(report.words).toHaveLength(words.length);
  report.words.forEach(([, milliseconds], nth) =>
    expect(Math.abs(milliseconds / 1000 - (words[nth]?.from ?? 0) / 22_050)).toBeLessThanOrEqual(0.002),
  );
  expect(report.words.slice(0, 3).map(([text]) => text)).toEqual(['The ', 'tide ', 'mill']);
  expect(report.chapters).toHaveLength(3);
  expect(report.contents).toHaveLength(3);
  expect(report.cover[0]).toBeGreaterThan(2000);
  expect(report.text).toContain('The tide mill');
  expect(Math.abs(report.length - exportDocument.timeline.samples / 22_050)).toBeLessThan(0.1);
});

test('mp3: music-metadata reads it too', async () => {
  const { common, format } = await parseFile(await save('mp3'));
  expect(common).toMatchObject({ title: 'The tide mill', albumartist: 'Wrenmoor School' });
  expect(format.codec).toContain('MPEG');
});

test('flac: its own test finds it whole; opus: its own tool finds nothing to warn of', async () => {
  execFileSync('flac', ['-ts', await save('flac')]);
  expect(execFileSync('opusinfo', [await save('opus')], { encoding: 'utf8' })).not.toContain('WARNING');
});

test('mp3: bit rates that a rate does not have are lowered to one it has', async () => {
  for (const sampleRate of SAMPLE_RATES) {
    const file = await save('mp3', { sampleRate, bitRate: 192 });
    const report = execFileSync('ffprobe', ['-v', 'error', '-select_streams', 'a', '-show_entries', 'stream=bit_rate', '-of', 'csv=p=0', file], { encoding: 'utf8' }); // prettier-ignore
    expect([sampleRate, Number(report)]).toEqual([sampleRate, sampleRate === 8000 ? 64_000 : sampleRate <= 24_000 ? 160_000 : 192_000]); // prettier-ignore
  }
});

test('what is cancelled ends, and leaves no folder', async () => {
  const long = sampleExportDocument({
    blocks: Array.from({ length: 400 }, (_one, nth) => ({ type: 'paragraph' as const, text: `The bell rings ${nth} times tonight.` })), // prettier-ignore
  });
  const controller = new AbortController();
  setTimeout(() => controller.abort(new Error('enough')), 60);
  const options = { quality: DEFAULT_QUALITY, signal: controller.signal };
  await expect(whole(formatOf('m4a').write(long, options))).rejects.toThrow();
});
