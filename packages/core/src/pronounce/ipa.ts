import { FEATURES } from './phones.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/** One sound of a pronunciation. */
export interface Phone {
  /** IPA symbol without marks; affricates carry a tie bar. */
  readonly symbol: string;
  readonly long: boolean;
  /** Marks kept as written (syllabic, nasal, aspirated, rhotic …), in order. */
  readonly marks: string;
  /** Stress that begins before this sound. */
  readonly stress: 'primary' | 'secondary' | undefined;
  /** A syllable break that is written before this sound. */
  readonly newSyllable: boolean;
}

/** The text is not IPA; `at` is where it goes wrong, in UTF-16 units, and `found` what stands there. */
export class PronunciationError extends Error {
  override readonly name = 'PronunciationError';
  readonly at: number;
  readonly found: string;

  constructor(message: string, at: number, found: string) {
    super(message);
    this.at = at;
    this.found = found;
  }
}

const SAME: Readonly<Record<string, string>> = lookupTable({
  g: 'ɡ',
  ʧ: 't͡ʃ',
  ʤ: 'd͡ʒ',
  ʦ: 't͡s',
  ʣ: 'd͡z',
  ɚ: 'ə˞',
  ɝ: 'ɜ˞',
  "'": 'ˈ',
  ':': 'ː',
  ˑ: 'ː',
  '͜': '͡',
});
const TIED = ['t͡ʃ', 'd͡ʒ', 't͡s', 'd͡z'];
/** Affricates also without a tie; "ts" without one is two sounds, as in "cats". */
const TIED_ANYWAY = new Set(['t͡ʃ', 'd͡ʒ']);
const MARK = /^[\u0300-\u0360\u0363-\u036f˞ʰʲʷˠˤⁿˡ]$/u;
const IGNORED = /^(?:[\s/[\]()‿|‖]|\u0361)$/u;

/**
 * Reads a pronunciation in IPA. Slashes, brackets and spaces are passed over; "tʃ" and "dʒ" without a tie are
 * affricates; look-alikes (g, ', :) are taken for the IPA signs they stand for.
 * @throws PronunciationError naming the first sign that is none.
 */
export function parseIpa(text: string): Phone[] {
  const phones: Phone[] = [];
  const signs = [...text.normalize('NFD').replace(/c\u0327/gu, 'ç')].flatMap((sign) => [
    ...(SAME[sign] ?? sign),
  ]);
  let stress: Phone['stress'];
  let newSyllable = false;
  for (let i = 0; i < signs.length; i++) {
    const sign = signs[i] ?? '';
    const last = phones.at(-1);
    if (sign === 'ˈ' || sign === 'ˌ') {
      stress = sign === 'ˈ' ? 'primary' : 'secondary';
    } else if (sign === '.') {
      newSyllable = true;
    } else if (sign === 'ː' && last) {
      phones[phones.length - 1] = { ...last, long: true };
    } else if (MARK.test(sign) && last) {
      phones[phones.length - 1] = { ...last, marks: last.marks + sign };
    } else if (!IGNORED.test(sign)) {
      const tied = TIED.find((pair) => matchesTied(signs, i, pair));
      const symbol = tied ?? sign;
      if (!FEATURES.has(symbol))
        throw new PronunciationError(`“${sign}” is not a sign of the IPA.`, text.indexOf(sign), sign);
      phones.push({ symbol, long: false, marks: '', stress, newSyllable });
      stress = undefined;
      newSyllable = false;
      if (tied !== undefined) i += signs[i + 1] === '͡' ? 2 : 1;
    }
  }
  if (phones.length === 0) throw new PronunciationError('There is no sound in it.', 0, '');
  return phones;
}

/** Writes phones as IPA. */
export function formatIpa(phones: readonly Phone[]): string {
  return phones
    .map(({ symbol, long, marks, stress, newSyllable }, i) => {
      const before =
        stress === 'primary' ? 'ˈ' : stress === 'secondary' ? 'ˌ' : newSyllable && i > 0 ? '.' : '';
      return `${before}${symbol}${marks}${long ? 'ː' : ''}`;
    })
    .join('')
    .normalize('NFC');
}

function matchesTied(signs: readonly string[], at: number, pair: string): boolean {
  const [first, second] = pair.split('͡');
  if (signs[at] !== first) return false;
  return (
    (TIED_ANYWAY.has(pair) && signs[at + 1] === second) || (signs[at + 1] === '͡' && signs[at + 2] === second)
  );
}
