/** The bytes are not text in any encoding we read. */
export class NotTextError extends Error {
  override readonly name = 'NotTextError';
}

/** Text out of a file, and the encoding it was found to be in. */
export interface DecodedText {
  readonly text: string;
  readonly encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
}

const SAMPLE_BYTES = 64 * 1024;

/**
 * Reads the bytes of a text file. A byte order mark decides; without one UTF-16 is recognised by its zero
 * bytes, then strict UTF-8 is tried, and what is left is read as Windows-1252, the usual encoding of older
 * files.
 * @throws NotTextError when the bytes look like a program, picture or archive rather than text.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  const marked = encodingFromMark(bytes);
  const encoding = marked ?? utf16FromZeros(bytes);
  if (encoding !== undefined) return checked(new TextDecoder(encoding).decode(bytes), encoding);
  try {
    return checked(new TextDecoder('utf-8', { fatal: true }).decode(bytes), 'utf-8');
  } catch (error) {
    if (error instanceof NotTextError) throw error;
    return checked(decodeWindows1252(bytes), 'windows-1252');
  }
}

/** Windows-1252 from 0x80 to 0x9F (WHATWG Encoding Standard, index windows-1252). */
const WINDOWS_1252_HIGH =
  '\u20AC\u0081\u201A\u0192\u201E\u2026\u2020\u2021\u02C6\u2030\u0160\u2039\u0152\u008D\u017D\u008F\u0090\u2018\u2019\u201C\u201D\u2022\u2013\u2014\u02DC\u2122\u0161\u203A\u0153\u009D\u017E\u0178';

/**
 * Node 20 reads this encoding as ISO 8859-1 and so loses dashes, quotes and the euro sign; browsers do not.
 */
function decodeWindows1252(bytes: Uint8Array): string {
  const latin1 = Array.from({ length: Math.ceil(bytes.length / SAMPLE_BYTES) }, (_, i) =>
    String.fromCharCode(...bytes.subarray(i * SAMPLE_BYTES, (i + 1) * SAMPLE_BYTES)),
  ).join('');
  return latin1.replace(/[\u0080-\u009F]/gu, (char) => WINDOWS_1252_HIGH[char.charCodeAt(0) - 0x80] ?? char);
}

function encodingFromMark(bytes: Uint8Array): DecodedText['encoding'] | undefined {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  return undefined;
}

/** Latin text in UTF-16 has a zero in nearly every second byte; other text files have none. */
function utf16FromZeros(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | undefined {
  const end = Math.min(bytes.length, SAMPLE_BYTES) & ~1;
  if (end < 4) return undefined;
  let evenZeros = 0;
  let oddZeros = 0;
  for (let i = 0; i < end; i += 2) {
    if (bytes[i] === 0) evenZeros++;
    if (bytes[i + 1] === 0) oddZeros++;
  }
  const pairs = end / 2;
  if (oddZeros > pairs * 0.7 && evenZeros < pairs * 0.05) return 'utf-16le';
  if (evenZeros > pairs * 0.7 && oddZeros < pairs * 0.05) return 'utf-16be';
  return undefined;
}

function checked(text: string, encoding: DecodedText['encoding']): DecodedText {
  const sample = text.slice(0, SAMPLE_BYTES);
  // Control characters that no text file needs; tab, line breaks, form feed and the substitute mark are let
  // through.
  // eslint-disable-next-line no-control-regex -- control characters are what this looks for
  const strange = sample.match(/[\u0000-\u0008\u000B\u000E-\u0019\u001B-\u001F\u007F\uFFFD]/g)?.length ?? 0;
  if (strange > sample.length * 0.01) {
    throw new NotTextError('The bytes are not text: too many control characters.');
  }
  return { text, encoding };
}
