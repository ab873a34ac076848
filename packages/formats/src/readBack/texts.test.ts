import mammoth from 'mammoth';
import { parsePls } from '@aurelfield/core/pronunciation';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { ExportDocument } from '../exportDocument.ts';
import { DEFAULT_QUALITY } from '../format.ts';
import { formatOf, FORMATS } from '../register.ts';
import { fullExportDocument } from '../testing/sampleExportDocument.ts';
import { whole } from '../tools/bytes.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-read-back-'));
let exportDocument: ExportDocument;
beforeAll(async () => {
  exportDocument = await fullExportDocument();
});
afterAll(() => rmSync(folder, { recursive: true }));
const written = (id: string) =>
  whole(
    formatOf(id).write(exportDocument, { quality: DEFAULT_QUALITY, signal: new AbortController().signal }),
  );
const saved = async (id: string) => {
  const file = path.join(folder, `x.${formatOf(id).extension}`);
  writeFileSync(file, await written(id));
  return file;
};

test('Word document (mammoth): headings, list, table, picture with its description, every text', async () => {
  const { value, messages } = await mammoth.convertToHtml({ buffer: Buffer.from(await written('docx')) });
  expect(messages.filter(({ type }) => type === 'error')).toEqual([]);
  expect(value).toContain('<h1>The tide mill</h1>');
  expect(value).toContain('<h2>What you need</h2>');
  expect(value).toMatch(/<ul><li>a bowl of water<\/li><li>two corks<\/li><\/ul>/u);
  expect(value).toMatch(/<th><p><strong>Day<\/strong><\/p><\/th>[\s\S]*<td><p>06:12<\/p><\/td>/u);
  expect(value).toContain('alt="A wooden wheel under a slate roof."');
  expect(value).toContain('1. Why does the wheel stop?');
  expect(value).toContain('Źródło jest blisko.');
});

test('RTF: every text is in it in ASCII, and groups close', async () => {
  const rtf = new TextDecoder().decode(await written('rtf'));
  expect(/^[\s\x20-\x7e]*$/u.test(rtf)).toBe(true);
  const text = rtf.replace(/\\u(-?\d+)(?:\?|\\'[\da-f]{2})/gu, (_whole, code: string) => String.fromCharCode((Number(code) + 65_536) % 65_536)); // prettier-ignore
  for (const word of ['Źródło', 'العجلة', '“not long”', 'F = m × a', 'Monday']) expect(text).toContain(word);
  // Readers that know no Unicode show the sign of the code page.
  expect(rtf).toMatch(/\\u8220\\'93not long\\u8221\\'94/u);
  let depth = 0;
  for (const [sign] of rtf.matchAll(/(?<!\\)[{}]/gu)) {
    depth += sign === '{' ? 1 : -1;
    expect(depth).toBeGreaterThanOrEqual(0);
  }
  expect(depth).toBe(0);
  expect(rtf).toContain('\\jpegblip');
  expect(rtf.match(/\\row\b/gu)).toHaveLength(3);
});

/** Whether xmllint finds a file to be of a grammar; what it says otherwise. */
function against(grammar: string, file: string): string {
  const { status, stderr } = spawnSync(
    'xmllint',
    ['--noout', '--nonet', '--relaxng', path.join(import.meta.dirname, 'grammars', grammar), file],
    { encoding: 'utf8' },
  );
  return status === 0 ? 'valid' : stderr;
}

test('SSML and PLS are of the grammar of their recommendations (xmllint); our reader of PLS gives the entry back', async () => {
  expect(against('ssml11.rng', await saved('ssml'))).toBe('valid');
  expect(against('pls10.rng', await saved('pls'))).toBe('valid');
  const ssml = new TextDecoder().decode(await written('ssml'));
  expect(ssml).toContain('<break time="400ms"/>');
  expect(ssml).toContain('<phoneme alphabet="ipa" ph="ˈtaɪd">tide</phoneme>');
  const { entries, language } = parsePls(new TextDecoder().decode(await written('pls')));
  expect(language).toBe('en-GB');
  expect(entries.map(({ written: word }) => word)).toEqual(['Sallow']);
});

test.each([
  ['ssml11.rng', 'ssml', '<break time="400ms"/>', '<break time="400"/>'],
  ['ssml11.rng', 'ssml', '<s>', '<s volume="loud">'],
  ['ssml11.rng', 'ssml', 'version="1.1"', 'version="2"'],
  ['pls10.rng', 'pls', 'alphabet="ipa"', 'alphabet="arpa"'],
  ['pls10.rng', 'pls', '<lexeme>', '<lexeme><example/>'],
])('%s refuses a file of %s with %s put wrong', async (grammar, id, right, wrong) => {
  const text = new TextDecoder().decode(await written(id));
  expect(text).toContain(right);
  const file = path.join(folder, `wrong.${id}`);
  writeFileSync(file, text.replace(right, wrong));
  expect(against(grammar, file)).not.toBe('valid');
});

test('another speech engine says the SSML, breaks and all (espeak-ng -m)', async () => {
  const seconds = (text: string) => {
    const file = path.join(folder, 'said.ssml');
    writeFileSync(file, text);
    const wav = execFileSync('espeak-ng', ['-m', '-v', 'en-gb', '-f', file, '--stdout'], { maxBuffer: 1e8 });
    // 16-bit samples of 22,050 a second, behind a header of 44 bytes.
    return (wav.length - 44) / 2 / 22_050;
  };
  const ssml = new TextDecoder().decode(await written('ssml'));
  const breaks = [...ssml.matchAll(/<break time="(\d+)ms"\/>/gu)].map(([, time]) => Number(time) / 1000);
  const without = seconds(ssml.replace(/<break[^>]*>/gu, ''));
  expect(without).toBeGreaterThan(10);
  expect(breaks.length).toBeGreaterThan(5);
  expect(seconds(ssml)).toBeGreaterThan(without);
});

test('plain text and web page hold the text in its order', async () => {
  const text = new TextDecoder().decode(await written('txt'));
  expect(text).toContain('• a bowl of water\n• two corks\n');
  expect(text).toContain('Day | High water\nMonday | 06:12\n');
  expect(text).toContain('[A wooden wheel under a slate roof.]');
  const html = new TextDecoder().decode(await written('html'));
  expect(html).toContain('<li id="b4">a bowl of water</li>');
  expect(html).toContain('data:image/jpeg;base64,');
  execFileSync('xmllint', ['--html', '--noout', '--nowarning', await saved('html')], { stdio: 'pipe' });
});

test('every format has an id, an ending and a media type of its own kind', () => {
  expect(new Set(FORMATS.map(({ id }) => id)).size).toBe(FORMATS.length);
  for (const { mediaType, extension, goodFor, bytes } of FORMATS) {
    expect(mediaType).toMatch(/^[a-z]+\/[\w.+-]+$/u);
    expect(extension).toMatch(/^[\w.]+$/u);
    expect(goodFor.length).toBeGreaterThan(10);
    expect(bytes({ seconds: 60, characters: 900 }, DEFAULT_QUALITY)).toBeGreaterThan(0);
  }
  expect(() => formatOf('exe')).toThrow('There is no format “exe”');
});

test('what a plan says of sizes is within a factor of two of what comes out', async () => {
  const seconds = exportDocument.timeline.samples / exportDocument.timeline.sampleRate;
  const characters = exportDocument.blocks.reduce((sum, { text }) => sum + text.length, 0);
  // Long enough that what every file has counts little: sound only.
  for (const id of ['mp3', 'm4a', 'wav']) {
    const said = formatOf(id).bytes({ seconds, characters }, DEFAULT_QUALITY);
    const { length } = await written(id);
    expect(said / length, id).toBeGreaterThan(0.5);
    expect(said / length, id).toBeLessThan(2);
  }
});
