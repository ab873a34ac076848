import { isOnset } from './arpabet.ts';
import { parseIpa, PronunciationError, type Phone } from './ipa.ts';
import { isVowel } from './phones.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/** One way of writing a sound so that any reader of English says it. */
export interface RespellingSound {
  readonly written: string;
  readonly ipa: string;
  /** A word that has the sound. */
  readonly example: string;
}

/**
 * The respelling scheme: syllables separated by hyphens, the stressed one in capitals. Our own, made of
 * spellings that readers of English know; longest spelling first when it is read.
 */
// prettier-ignore
export const RESPELLING_VOWELS: readonly RespellingSound[] = [
  { written: 'igh', ipa: 'aɪ', example: 'high' }, { written: 'air', ipa: 'eə', example: 'hair' }, { written: 'eer', ipa: 'ɪə', example: 'deer' }, { written: 'oor', ipa: 'ʊə', example: 'poor' },
  { written: 'ay', ipa: 'eɪ', example: 'day' }, { written: 'ah', ipa: 'ɑː', example: 'spa' }, { written: 'ar', ipa: 'ɑː', example: 'far' }, { written: 'aw', ipa: 'ɔː', example: 'law' },
  { written: 'ee', ipa: 'iː', example: 'tree' }, { written: 'eh', ipa: 'ɛ', example: 'bed' }, { written: 'er', ipa: 'ə', example: 'water' }, { written: 'ih', ipa: 'ɪ', example: 'bit' },
  { written: 'oh', ipa: 'əʊ', example: 'so' }, { written: 'oo', ipa: 'uː', example: 'moon' }, { written: 'or', ipa: 'ɔː', example: 'for' }, { written: 'ow', ipa: 'aʊ', example: 'cow' },
  { written: 'oy', ipa: 'ɔɪ', example: 'boy' }, { written: 'uh', ipa: 'ə', example: 'about' }, { written: 'ur', ipa: 'ɜː', example: 'fur' }, { written: 'uu', ipa: 'ʊ', example: 'book' },
  { written: 'a', ipa: 'æ', example: 'cat' }, { written: 'e', ipa: 'ɛ', example: 'bed' }, { written: 'i', ipa: 'ɪ', example: 'bit' }, { written: 'o', ipa: 'ɒ', example: 'hot' }, { written: 'u', ipa: 'ʌ', example: 'cup' },
];

/** Consonants of the scheme. */
// prettier-ignore
export const RESPELLING_CONSONANTS: readonly RespellingSound[] = [
  { written: 'ch', ipa: 't͡ʃ', example: 'chin' }, { written: 'dh', ipa: 'ð', example: 'this' }, { written: 'kh', ipa: 'x', example: 'loch' }, { written: 'ng', ipa: 'ŋ', example: 'sing' }, { written: 'sh', ipa: 'ʃ', example: 'ship' },
  { written: 'th', ipa: 'θ', example: 'thin' }, { written: 'zh', ipa: 'ʒ', example: 'measure' },
  ...[...'bdfhklmnpstvwz'].map((letter) => ({ written: letter, ipa: letter, example: letter })), { written: 'g', ipa: 'ɡ', example: 'go' }, { written: 'j', ipa: 'd͡ʒ', example: 'jam' }, { written: 'r', ipa: 'ɹ', example: 'red' }, { written: 'y', ipa: 'j', example: 'yes' },
];

const BOTH = [...RESPELLING_VOWELS, ...RESPELLING_CONSONANTS].sort(
  (a, b) => b.written.length - a.written.length,
);
const VOWEL_IPA = new Set(RESPELLING_VOWELS.map(({ ipa }) => ipa));
const ADVICE: Readonly<Record<string, string>> = lookupTable({
  c: 'write k or s',
  q: 'write kw',
  x: 'write ks',
});

/**
 * "SAL-oh" → "ˈsæləʊ". Without capitals the first syllable is stressed.
 * @throws PronunciationError that says what to write instead.
 */
export function respellingToIpa(text: string): string {
  const syllables = text
    .trim()
    .split(/[-\s·]+/u)
    .filter((syllable) => syllable !== '');
  if (syllables.length === 0) throw new PronunciationError('There is no syllable in it.', 0, '');
  const stressed = syllables.findIndex(
    (syllable) =>
      syllable.length > 0 && syllable === syllable.toUpperCase() && syllable !== syllable.toLowerCase(),
  );
  const ipa = syllables
    .map((syllable, i) => {
      const isStressed = stressed < 0 ? i === 0 : i === stressed;
      const sounds = readSyllable(syllable, text);
      return `${isStressed ? 'ˈ' : i > 0 ? '.' : ''}${sounds}`;
    })
    .join('');
  if (!parseIpa(ipa).some(({ symbol }) => isVowel(symbol)))
    throw new PronunciationError('There is no vowel in it.', 0, text);
  return ipa;
}

function readSyllable(syllable: string, whole: string): string {
  const written = syllable.toLowerCase();
  let ipa = '';
  for (let at = 0; at < written.length;) {
    const rest = written.slice(at);
    // "y" opens a syllable as in "yes"; after a consonant it is the vowel of "my".
    const sound =
      rest === 'y' && at > 0
        ? { written: 'y', ipa: 'aɪ' }
        : BOTH.find(({ written: spelling }) => rest.startsWith(spelling));
    if (!sound) {
      const sign = rest[0] ?? '';
      const advice = ADVICE[sign];
      throw new PronunciationError(
        `“${sign}” is not in the scheme${advice === undefined ? '' : `; ${advice}`}.`,
        whole.toLowerCase().indexOf(sign),
        sign,
      );
    }
    ipa += sound.ipa;
    at += sound.written.length;
    if (
      at < written.length &&
      sound.written.length === 1 &&
      written[at] === sound.written &&
      !VOWEL_IPA.has(sound.ipa)
    )
      at += 1;
  }
  return ipa;
}

/**
 * IPA → respelling, syllables split so that as many consonants as English allows open the next one.
 * @throws PronunciationError when the text is not IPA.
 */
export function ipaToRespelling(text: string): string {
  return syllablesOf(parseIpa(text))
    .map((phones) => {
      const written = spell(phones);
      return phones.some(({ stress }) => stress === 'primary') ? written.toUpperCase() : written;
    })
    .join('-');
}

/** Parts a pronunciation into syllables, each with one vowel. */
export function syllablesOf(phones: readonly Phone[]): Phone[][] {
  const nuclei = phones.flatMap((phone, i) => (isVowel(phone.symbol) && !isSecondHalf(phones, i) ? [i] : []));
  if (nuclei.length <= 1) return [[...phones]];
  const starts = nuclei.map((nucleus, nth) => {
    const previous = nuclei[nth - 1];
    if (previous === undefined) return 0;
    const afterVowel = isSecondHalf(phones, previous + 1) ? previous + 2 : previous + 1;
    for (let at = afterVowel; at <= nucleus; at++) {
      if (phones[at]?.stress !== undefined || phones[at]?.newSyllable === true) return at;
    }
    for (let at = afterVowel; at < nucleus; at++) {
      if (isOnset(phones.slice(at, nucleus).map(({ symbol }) => symbol))) return at;
    }
    return nucleus;
  });
  return starts.map((start, i) => phones.slice(start, starts[i + 1] ?? phones.length));
}

/**
 * A pronunciation syllable by syllable, each in IPA with its stress.
 * @throws PronunciationError when the text is not IPA.
 */
export function syllablesOfIpa(ipa: string): string[] {
  return syllablesOf(parseIpa(ipa)).map((phones) =>
    phones
      .map(({ symbol, marks, long, stress }) => {
        const mark = stress === 'primary' ? 'ˈ' : stress === 'secondary' ? 'ˌ' : '';
        return `${mark}${symbol}${marks}${long ? 'ː' : ''}`;
      })
      .join(''),
  );
}

/** Whether a vowel is the second half of a diphthong. */
function isSecondHalf(phones: readonly Phone[], at: number): boolean {
  const [before, phone] = [phones[at - 1], phones[at]];
  if (!before || !phone || before.long || phone.stress !== undefined || phone.newSyllable) return false;
  // In "layer" the second vowel ends a diphthong and begins none.
  return DIPHTHONGS.has(before.symbol + phone.symbol) && !isSecondHalf(phones, at - 1);
}

const DIPHTHONGS = new Set(['aɪ', 'aʊ', 'eɪ', 'ɔɪ', 'əʊ', 'oʊ', 'ɪə', 'eə', 'ʊə']);
const OTHER_VOWELS: Readonly<Record<string, string>> = lookupTable({
  oʊ: 'oh',
  e: 'e',
  a: 'a',
  i: 'ee',
  u: 'oo',
  ɔ: 'o',
  ɑ: 'ah',
  ɜ: 'ur',
  ɐ: 'u',
  o: 'oh',
});

function spell(phones: readonly Phone[]): string {
  let written = '';
  for (let i = 0; i < phones.length; i++) {
    const phone = phones[i] as Phone;
    const next = phones[i + 1];
    const pair = next && isSecondHalf(phones, i + 1) ? phone.symbol + next.symbol : undefined;
    if (pair !== undefined) i += 1;
    const symbol = pair ?? phone.symbol + (phone.long ? 'ː' : '');
    const sound = BOTH.find(
      ({ ipa, written: spelling }) =>
        ipa === symbol && spelling !== 'er' && spelling !== 'or' && spelling !== 'ar',
    );
    const plain = BOTH.find(({ ipa }) => ipa === phone.symbol);
    const short = symbol === 'ɛ' ? 'e' : symbol === 'ɪ' ? 'i' : undefined;
    written +=
      short ??
      sound?.written ??
      OTHER_VOWELS[symbol] ??
      OTHER_VOWELS[phone.symbol] ??
      plain?.written ??
      phone.symbol;
  }
  return written;
}
