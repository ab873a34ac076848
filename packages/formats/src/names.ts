/** What a name of a file can be made of. */
export interface NameFacts {
  readonly title: string;
  readonly pupil: string;
  readonly class: string;
  readonly subject: string;
  readonly voice: string;
  readonly date: string;
  readonly school: string;
  /** Of one file of several: its number and title. */
  readonly section: string;
}

const NAME_PARTS = ['title', 'pupil', 'class', 'subject', 'voice', 'date', 'school', 'section'] as const;
export const DEFAULT_PATTERN = '{title} – {pupil}';

/**
 * Bytes of a name in UTF-8, its ending included: what every common file system takes, with room for the
 * folder's (255 on Linux, macOS, Android; 255 UTF-16 units on Windows).
 */
const MOST_BYTES = 180;
/** Names that Windows keeps for devices. */
const DEVICES = /^(?:con|prn|aux|nul|com\d|lpt\d)$/iu;

/** A pattern that names no part it does not know. @throws RangeError with what is wrong, for people. */
export function namePattern(pattern: string): string {
  const unknown = [...pattern.matchAll(/\{([^{}]*)\}/gu)]
    .map(([, part = '']) => part)
    .filter((part) => !(NAME_PARTS as readonly string[]).includes(part));
  if (unknown.length > 0)
    throw new RangeError(
      `{${unknown[0]}} is none of the parts of a name. There are ${NAME_PARTS.map((part) => `{${part}}`).join(', ')}.`,
    );
  if (pattern.trim() === '')
    throw new RangeError('The pattern of the names is empty. Write for example {title} – {pupil}.');
  return pattern;
}

/** A name out of a pattern, safe on Windows, macOS, Android and iOS, without its ending. */
export function nameOf(pattern: string, facts: NameFacts): string {
  const filled = pattern.replace(
    /\{([^{}]*)\}/gu,
    (_whole, part: string) => facts[part as keyof NameFacts] ?? '',
  );
  return safe(filled) || 'Handout';
}

function safe(name: string): string {
  const cleaned = name
    .normalize('NFC')
    // Signs that Windows or other systems do not take, controls, direction marks and half pairs.
    // eslint-disable-next-line no-control-regex -- control characters are not allowed in names
    .replace(/[<>:"/\\|?*\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/gu, ' ')
    .replace(/\p{Cs}/gu, ' ')
    .replace(/\s+/gu, ' ')
    // What an empty part leaves at the edges.
    .replace(/^[\s.–—_-]+|[\s.–—_-]+$/gu, '');
  const cut = shortened(cleaned, MOST_BYTES).replace(/[\s.]+$/u, '');
  return DEVICES.test(cut.split('.')[0] ?? '') ? `${cut}_` : cut;
}

/**
 * The beginning of a text that takes at most so many bytes, never cut within a character as people see it.
 */
function shortened(text: string, bytes: number): string {
  if (Buffer.byteLength(text) <= bytes) return text;
  let kept = '';
  let size = 0;
  for (const { segment } of new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(text)) {
    size += Buffer.byteLength(segment);
    if (size > bytes) break;
    kept += segment;
  }
  return kept;
}

/** Names of one folder or archive: no two alike, also not where upper and lower case are one. */
export class FileNames {
  readonly #taken = new Set<string>();

  /** A name that is not taken, with a number where it has to be. @param extension without the dot. */
  unique(name: string, extension: string): string {
    for (let number = 1; ; number++) {
      const candidate = number === 1 ? name : `${name} (${number})`;
      const key = `${candidate}.${extension}`.normalize('NFD').toLowerCase();
      if (this.#taken.has(key)) continue;
      this.#taken.add(key);
      return `${candidate}.${extension}`;
    }
  }
}
