import { execFile } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { promisify } from 'node:util';
import { fileURLToPath } from 'node:url';
import { beforeAll, describe, expect, test } from 'vitest';
import { z } from 'zod';
import { run } from './run.ts';

/** Runs a verb in this process. */
async function aurel(
  args: readonly string[],
  input = '',
): Promise<{ status: number; out: string; err: string }> {
  let [out, err] = ['', ''];
  const status = await run(args, {
    input: Readable.from([input]),
    output: (text) => (out += text),
    message: (line) => (err += `aurel: ${line}\n`),
  });
  return { status, out, err };
}

const timings = z.object({
  voice: z.string(),
  pace: z.number(),
  sampleRate: z.number(),
  duration: z.number(),
  sentences: z.array(z.object({ start: z.number(), end: z.number(), text: z.string() })),
  words: z.array(
    z.object({
      text: z.string(),
      start: z.number(),
      end: z.number(),
      sentence: z.number(),
      from: z.number(),
      to: z.number(),
    }),
  ),
});

test('voices lists every voice', { tags: 'long' }, async () => {
  const { status, out } = await aurel(['voices']);
  expect(status).toBe(0);
  const list = JSON.parse(out) as Record<string, unknown>[];
  expect(list.length).toBeGreaterThan(12);
  expect(Object.keys(list[0] ?? {})).toEqual([
    'id',
    'label',
    'language',
    'region',
    'timbre',
    'engine',
    'sampleRate',
    'timings',
  ]);
});

test('spoken answers each line with a line', async () => {
  const { out } = await aurel(['spoken', '--lang', 'en-GB'], 'It is 12.5 m.\n\nOne. Two.\n');
  const lines = out
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as { words: unknown[] });
  expect(lines[0]).toEqual({
    words: [
      { text: 'It', start: 0, end: 2, spoken: ['It'] },
      { text: 'is', start: 3, end: 5, spoken: ['is'] },
      { text: '12.5', start: 6, end: 10, spoken: ['twelve', 'point', 'five'] },
      { text: 'm', start: 11, end: 12, spoken: ['metres'] },
    ],
    left: [],
  });
  expect(lines[1]).toEqual({ left: [], words: [] });
  expect(lines[2]?.words[1]).toEqual({ text: 'Two', start: 5, end: 8, spoken: ['Two'] });
});

test('spoken reads signs as a subject does, and tells what it leaves out', async () => {
  const { status, out } = await aurel(['spoken', '--subject', 'music'], 'Play 6/8 next ▞.\n');
  expect(status).toBe(0);
  const { words, left } = JSON.parse(out) as { words: { spoken: string[] }[]; left: object[] };
  expect(words.flatMap(({ spoken }) => spoken).join(' ')).toBe('Play six eight next');
  expect(left).toEqual([{ text: '▞', start: 14, end: 15, rule: 'sign without words' }]);
  expect((await aurel(['spoken', '--subject', 'moss'])).err).toContain('--subject takes maths');
});

test('speak writes sound and times that belong together', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurel-cli-'));
  const file = path.join(folder, 'bog.txt');
  const text = '# The bog\r\n\r\nIt is 12.5 m deep,\r\nand wet. Is it?\r\n';
  writeFileSync(file, text);
  const { status, err } = await aurel([
    'speak',
    file,
    '--voice',
    'espeak-en-gb-higher-1',
    '--pace',
    '140',
    '--out',
    path.join(folder, 'out'),
  ]);
  expect([status, err]).toEqual([0, '']);
  const found = timings.parse(JSON.parse(readFileSync(path.join(folder, 'out/timings.json'), 'utf8')));
  expect(found.sentences.map((sentence) => sentence.text)).toEqual([
    'The bog',
    'It is 12.5 m deep,\r\nand wet.',
    'Is it?',
  ]);
  for (const word of found.words) expect(text.slice(word.from, word.to)).toBe(word.text);
  found.words.forEach((word, i) => expect(word.start).toBeGreaterThanOrEqual(found.words[i - 1]?.end ?? 0));
  const wav = readFileSync(path.join(folder, 'out/audio.wav'));
  expect(wav.readUInt32LE(40)).toBe(wav.length - 44);
  expect((wav.length - 44) / 2 / found.sampleRate).toBeCloseTo(found.duration, 6);
  expect(found.words.at(-1)?.end).toBeLessThanOrEqual(found.duration);
});

test('speak tells which words the voice could not say and spelled', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurel-cli-'));
  writeFileSync(path.join(folder, 'score.txt'), 'Play mf, then pp.');
  const { status, err } = await aurel([
    'speak', path.join(folder, 'score.txt'), '--voice', 'festival-en-us-higher', '--out', path.join(folder, 'out'),
  ]); // prettier-ignore
  expect([status, err]).toEqual([0, 'aurel: this voice cannot say these words and spelled them: mf, pp\n']);
});

describe('a lexicon', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurel-cli-'));
  const lexicon = path.join(folder, 'list.pls');
  writeFileSync(
    lexicon,
    '<lexicon alphabet="ipa" xml:lang="en-GB"><lexeme><grapheme>TBC</grapheme><alias>to be confirmed</alias></lexeme><lexeme><grapheme>Ombra</grapheme><phoneme>ˈɒmbrəlaɪləlaɪ</phoneme></lexeme></lexicon>',
  );

  test('changes what is said', async () => {
    const { out } = await aurel(['spoken', '--lexicon', lexicon], 'It is TBC.');
    expect((JSON.parse(out) as { words: { spoken: string[] }[] }).words[2]?.spoken).toEqual([
      'to',
      'be',
      'confirmed',
    ]);
  });

  test('changes how it sounds', async () => {
    const file = path.join(folder, 'ombra.txt');
    writeFileSync(file, 'Ombra runs.');
    const lengths: number[] = [];
    for (const flags of [[], ['--lexicon', lexicon]]) {
      const out = path.join(folder, `out${flags.length}`);
      await aurel(['speak', file, '--voice', 'espeak-en-gb-higher-1', ...flags, '--out', out]);
      const { words } = timings.parse(JSON.parse(readFileSync(path.join(out, 'timings.json'), 'utf8')));
      lengths.push((words[0]?.end ?? 0) - (words[0]?.start ?? 0));
    }
    expect(lengths[1]).toBeGreaterThan((lengths[0] ?? 0) * 1.3);
  });

  test('that is none is a failure', async () => {
    const { status, err } = await aurel(['spoken', '--lexicon', path.join(folder, 'ombra.txt')], 'x');
    expect([status, err.trimEnd().split('\n').length]).toEqual([1, 1]);
  });
});

describe('import', () => {
  test('writes what a document holds', async () => {
    const out = path.join(mkdtempSync(path.join(tmpdir(), 'aurel-import-')), 'doc.json');
    const fixture = fileURLToPath(new URL('../../readers/fixtures/marsh.odt', import.meta.url));
    expect(await aurel(['import', fixture, '--out', out])).toMatchObject({ status: 0, err: '' });
    const document = z
      .object({
        title: z.string(),
        language: z.string(),
        blocks: z.array(z.object({ type: z.string(), text: z.string() })),
        warnings: z.array(z.string()),
      })
      .parse(JSON.parse(readFileSync(out, 'utf8')));
    expect(document).toMatchObject({ title: 'The salt marsh', language: 'en-GB', warnings: [] });
    expect(document.blocks[0]).toEqual({ type: 'heading', text: 'The salt marsh' });
    expect(document.blocks).toHaveLength(15);
  });

  test('refuses in one line what cannot be read, and addresses that are not public', async () => {
    const out = path.join(tmpdir(), 'aurel-none.json');
    const locked = fileURLToPath(new URL('../../readers/fixtures/locked.pdf', import.meta.url));
    const refused = await aurel(['import', locked, '--out', out]);
    expect(refused).toMatchObject({ status: 1, out: '' });
    expect(refused.err).toMatch(/^aurel: .*password.*\n$/u);
    expect((await aurel(['import', 'http://127.0.0.1:9/', '--out', out])).err).toContain('private network');
    expect((await aurel(['import', locked])).status).toBe(2);
  });
});

describe('export and set', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurel-cli-'));
  const text = path.join(folder, 'tide.txt');
  writeFileSync(text, 'Tide\n\nThe tide turns at 6:12. It is cold.\n');

  test('export writes a document in the format that was asked for', async () => {
    const out = path.join(folder, 'tide.json');
    const { status, err } = await aurel(['export', text, '--format', 'json', '--out', out, '--pupil', 'Ines', '--title', 'Tides']); // prettier-ignore
    expect([status, err]).toEqual([0, '']);
    const document = JSON.parse(readFileSync(out, 'utf8')) as { title: string; pupil: string; sentences: { words: { text: string }[] }[] }; // prettier-ignore
    expect(document).toMatchObject({ title: 'Tides', pupil: 'Ines' });
    expect(document.sentences[1]?.words.map((word) => word.text)).toEqual([
      'The',
      'tide',
      'turns',
      'at',
      '6:12',
    ]);
  });

  test('export takes what import has written, and sound of the rate that was asked for', async () => {
    const [read, out] = [path.join(folder, 'read.json'), path.join(folder, 'read.wav')];
    await aurel(['import', text, '--out', read]);
    expect((await aurel(['export', read, '--format', 'wav', '--rate', '8000', '--out', out])).status).toBe(0);
    expect(readFileSync(out).readUInt32LE(24)).toBe(8000);
  });

  test('set makes every document for every profile, and a sentence that several hear alike once', async () => {
    const given = mkdtempSync(path.join(tmpdir(), 'aurel-set-'));
    const made = path.join(given, 'made');
    writeFileSync(path.join(given, 'tide.txt'), 'Tide\n\nIt is cold.\n');
    writeFileSync(path.join(given, 'empty.txt'), '');
    writeFileSync(
      path.join(given, 'profiles.json'),
      JSON.stringify([{ name: 'Ines' }, { name: 'Kasia', format: 'vtt' }, { name: 'Osric', pace: 100, format: 'txt' }]), // prettier-ignore
    );
    const { status, out, err } = await aurel(['set', given, '--out', made, '--names', '{pupil} {title}']);
    // The empty document is reported; the others are made.
    expect(status).toBe(1);
    expect(err).toContain('empty.txt');
    expect(JSON.parse(out)).toEqual({ files: 3, failed: 1, clips: 4 });
    expect(readdirSync(made).sort()).toEqual(['Ines Tide.mp3', 'Kasia Tide.vtt', 'Osric Tide.txt']);
  });
});

describe('wrong use exits with 2 and one line', () => {
  test.each([
    ['an unknown format', ['export', 'a.txt', '--format', 'exe', '--out', 'x']],
    ['no format', ['export', 'a.txt', '--out', 'x']],
    ['a rate that there is not', ['export', 'a.txt', '--format', 'mp3', '--rate', '12', '--out', 'x']],
    ['a folder without profiles', ['set', '/nowhere', '--out', 'x']],
    ['a wrong pattern of names', ['set', '.', '--names', '{who}', '--out', 'x']],
    ['no verb', []],
    ['an unknown verb', ['sing']],
    ['an inherited name', ['toString']],
    ['an unknown flag', ['spoken', '--speed', '3']],
    ['a wrong language', ['spoken', '--lang', 'no such thing']],
    ['no voice', ['speak', 'x.txt', '--out', 'y']],
    ['an unknown voice', ['speak', 'x.txt', '--voice', 'nobody', '--out', 'y']],
    [
      'a pace out of range',
      ['speak', 'x.txt', '--voice', 'espeak-en-gb-higher-1', '--pace', '5000', '--out', 'y'],
    ],
  ] as const)('%s', async (_name, args) => {
    const { status, out, err } = await aurel(args);
    expect([status, out, err.trimEnd().split('\n').length]).toEqual([2, '', 1]);
  });
});

test('a file that is not there is a failure of the work', async () => {
  const { status, err } = await aurel([
    'speak',
    'nowhere.txt',
    '--voice',
    'espeak-en-gb-higher-1',
    '--out',
    mkdtempSync(path.join(tmpdir(), 'aurel-cli-')),
  ]);
  expect(status).toBe(1);
  expect(err).toContain('nowhere.txt');
});

describe('photo', () => {
  test('reads a photographed page into blocks, and says what is doubtful', { tags: 'long' }, async () => {
    const out = path.join(mkdtempSync(path.join(tmpdir(), 'aurel-photo-')), 'doc.json');
    const moss = fileURLToPath(new URL('../../readers/fixtures/photos/mossShort.jpg', import.meta.url));
    const { status, err } = await aurel(['photo', moss, '--out', out]);
    expect([status, err.trim()]).toEqual([
      0,
      expect.stringMatching(/^aurel: One region has ink and no words:.*$/u),
    ]);
    const document = z
      .object({
        title: z.string(),
        language: z.string(),
        blocks: z.array(z.object({ type: z.string(), text: z.string() })),
        warnings: z.array(z.string()),
        unreadRegions: z.array(
          z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }),
        ),
      })
      .parse(JSON.parse(readFileSync(out, 'utf8')));
    expect(document.unreadRegions).toHaveLength(1);
    expect(document).toMatchObject({ title: 'Moss under the lens', language: 'en-GB' });
    expect(document.blocks.filter(({ type }) => type === 'list-item')).toHaveLength(4);
    expect(document.warnings.join(' ')).toContain('Doubtful words:');
  });

  test.each([
    [['photo', '--out', 'x.json'], 2, 'takes one or more pictures'],
    [['photo', 'page.jpg'], 2, 'needs --out'],
    [['photo', '/nowhere/page.jpg', '--out', 'x.json'], 1, 'no such file'],
  ])('%j fails with %i', async (args, status, message) => {
    const result = await aurel(args);
    expect([result.status, result.err]).toEqual([status, expect.stringContaining(message)]);
    expect(result.err.trim().split('\n')).toHaveLength(1);
  });
});

describe('align', { tags: 'long' }, () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurel-align-'));
  const at = (name: string) => path.join(folder, name);
  const SAID =
    'The ferry leaves the town quay at ten past nine. Please be there early, because it does not wait. ';
  const aligned = z.object({
    duration: z.number(),
    words: z.array(
      z.object({
        text: z.string(),
        start: z.number().nullable(),
        end: z.number().nullable(),
        confidence: z.number().min(0).max(1),
        sentence: z.number().int(),
        block: z.number().int(),
        from: z.number().int(),
        to: z.number().int(),
      }),
    ),
  });
  const flite = (text: string, file: string, ...more: string[]) =>
    promisify(execFile)('flite', ['-voice', 'slt', '-t', text, '-o', file, ...more]);
  beforeAll(async () => {
    await flite(SAID.repeat(2), at('ferry.wav'));
    writeFileSync(at('ferry.txt'), SAID.repeat(2).trim());
    writeFileSync(at('bog.txt'), 'A peat bog looks like an empty place, yet each layer keeps what fell on it long ago, and children who walk there stay on the boards.'); // prettier-ignore
    writeFileSync(at('empty.wav'), '');
  });

  test('writes when each word of a text is said in a recording by somebody else', async () => {
    const out = at('times.json');
    expect(await aurel(['align', at('ferry.wav'), at('ferry.txt'), '--out', out])).toMatchObject({ status: 0, out: '' }); // prettier-ignore
    const { words, duration } = aligned.parse(JSON.parse(readFileSync(out, 'utf8')));
    expect(words).toHaveLength(38);
    const text = readFileSync(at('ferry.txt'), 'utf8');
    for (const { text: word, from, to } of words) expect(text.slice(from, to)).toBe(word);
    // By the program's own phones (flite -psdur): the second sentence begins after the pause at its stop.
    const starts = words.flatMap(({ start }) => start ?? []);
    expect(starts.length).toBeGreaterThanOrEqual(36);
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    expect(starts.at(-1)).toBeLessThan(duration);
    const { stdout } = await flite(SAID.repeat(2), 'none', '-psdur');
    const phones = stdout
      .trim()
      .split(/\s+/u)
      .map((part) => part.split(':'));
    const pause = phones.findIndex(([name], i) => i > 0 && name === 'pau');
    const please = words.find(({ text: word }) => word === 'Please');
    // After a pause nobody hears when the lips are closed for a p.
    expect(Math.abs((please?.start ?? 0) - Number(phones[pause]?.[1]))).toBeLessThan(0.1);
  });

  test.each([
    [['align', 'a.wav', '--out', 'x.json'], 2, 'takes two files'],
    [['align', 'a.wav', 'b.txt'], 2, 'needs --out'],
    [['align', at('nowhere.wav'), at('ferry.txt'), '--out', at('x.json')], 1, 'There is no file'],
    [['align', at('empty.wav'), at('ferry.txt'), '--out', at('x.json')], 1, 'empty'],
    [['align', at('ferry.txt'), at('ferry.txt'), '--out', at('x.json')], 1, 'no sound file'],
    [['align', at('ferry.wav'), at('bog.txt'), '--out', at('x.json')], 1, 'does not sound like a reading'],
    [['align', at('ferry.wav'), at('ferry.txt'), '--voice', 'nobody', '--out', at('x.json')], 2, 'no voice'],
  ])('%j fails with %i', async (args, status, message) => {
    const result = await aurel(args);
    expect([result.status, result.err]).toEqual([status, expect.stringContaining(message)]);
    expect(existsSync(at('x.json'))).toBe(false);
  });
});
