import { isVowel } from './phones.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/**
 * What a vowel of the CMU dictionary may be in an English accent, by the first sign of its IPA name: the
 * lexical sets that the dictionary's letters stand for (J. C. Wells, "Accents of English", 1982; from
 * memory), each with what the accents of this house make of it.
 */
// prettier-ignore
const SETS: Readonly<Record<string, string>> = lookupTable({
  AA: 'ɑɒɔaɐoʌ', AE: 'æaɑɛeɐ', AH: 'ʌɐəɒʊɔɜɑaɤ', AO: 'ɔɒoɑɐʊ', AW: 'aæɐʌɛɑə', AY: 'aɑɐʌɔəɒ', EH: 'ɛeəæaɜ', ER: 'ɜəɛʌɔɪʊieɚɝɐaoɒ', EY: 'eɛæɐʌaə', IH: 'ɪiɛeəᵻɨɘ', IY: 'iɪɨeəɘ', OW: 'əoʌɔɐɒɜuʊ', OY: 'ɔoɒʌ', UH: 'ʊuɔoɵʌəʉɜɤ', UW: 'uʊʉɨəɵɜ',
});
/** Vowels that an unstressed one may be as well. */
const WEAK = 'əɪɐʌiɛᵻʊɚɜeaæoɨɘ';

const CONSONANTS: Readonly<Record<string, string>> = lookupTable({
  B: 'b', CH: 'tʃ', D: 'd', DH: 'ð', F: 'f', G: 'ɡ', HH: 'h', JH: 'dʒ', K: 'k', L: 'l', M: 'm', N: 'n', NG: 'ŋ', P: 'p', R: 'ɹ', S: 's', SH: 'ʃ', T: 't', TH: 'θ', V: 'v', W: 'w', Y: 'j', Z: 'z', ZH: 'ʒ',
}); // prettier-ignore

/** Sounds of accents by the names that the dictionary has for them. */
const PLAIN: Readonly<Record<string, string>> = lookupTable({ ɫ: 'l', ɾ: 't', r: 'ɹ', ɻ: 'ɹ', ʔ: 't', ʍ: 'w', hw: 'w', g: 'ɡ', x: 'k', 'd͡ʒ': 'dʒ', 't͡ʃ': 'tʃ', ɲ: 'n', ç: 'h' }); // prettier-ignore

interface Sound {
  readonly name: string;
  readonly isVowel: boolean;
  readonly isStressed: boolean;
  /** Whether it may be left out: a vowel without the main stress, or y before oo. */
  readonly isLoose: boolean;
  readonly isBeforeY?: boolean;
  /** The phone it is of. */
  readonly from: number;
}

/** What an accent does to consonants. */
export type AccentTrait = 'drops h' | 'd for th' | 'in for ing' | 'g after ng';

/**
 * Whether what a voice says is what the CMU dictionary says, as far as the accents of English leave it open:
 * vowels by their lexical set, a vowel without the main stress weak in one way or another or left out, an r
 * that no vowel follows said or not, y before oo said or not, t and d alike between vowels. The vowel that
 * the voice stresses most must be one that the dictionary stresses.
 * @param heard phones in IPA, in order, stress before the vowel that has it.
 * @param arpabet as in the dictionary: "S AE1 L OW0".
 */
export function sameSounds(
  heard: readonly string[],
  arpabet: string,
  traits: readonly AccentTrait[] = [],
): boolean {
  return alignSounds(heard, arpabet, traits) !== undefined;
}

/**
 * Lays what a voice says beside what the CMU dictionary says.
 * @returns for each phone of the dictionary the number of the phone heard that is it, if one is; undefined
 * where the two are not the same (see `sameSounds`).
 */
export function alignSounds(
  heard: readonly string[],
  arpabet: string,
  traits: readonly AccentTrait[] = [],
): (number | undefined)[] | undefined {
  const said = withoutClosingR(heard.flatMap(soundsHeard)).map((sound, i, all) =>
    sound.name === 'ɡ' && all[i - 1]?.name === 'ŋ' && traits.includes('g after ng')
      ? { ...sound, isLoose: true }
      : sound,
  );
  const phones = arpabet.trim().split(/\s+/u);
  const wanted = withoutClosingR(phones.flatMap(soundsWanted)).map((sound) => withTraits(sound, traits));
  const columns = said.length + 1;
  // How the first `row` sounds wanted can come to be the first `column` sounds said.
  const ways = new Array<'both' | 'wanted' | 'said' | undefined>((wanted.length + 1) * columns);
  ways[0] = 'both';
  for (let row = 0; row <= wanted.length; row++)
    for (let column = 0; column <= said.length; column++) {
      const want = wanted[row - 1];
      const say = said[column - 1];
      if (want && say && ways[(row - 1) * columns + column - 1] && isSame(want, say))
        ways[row * columns + column] = 'both';
      else if (want?.isLoose && ways[(row - 1) * columns + column]) ways[row * columns + column] = 'wanted';
      else if (say?.isLoose && ways[row * columns + column - 1]) ways[row * columns + column] = 'said';
    }
  if (ways.at(-1) === undefined) return undefined;
  const result = new Array<number | undefined>(phones.length).fill(undefined);
  let row = wanted.length;
  let column = said.length;
  while (row > 0 || column > 0) {
    const way = ways[row * columns + column];
    if (way === 'both') result[wanted[row - 1]?.from ?? 0] ??= said[column - 1]?.from;
    if (way !== 'said') row -= 1;
    if (way !== 'wanted') column -= 1;
  }
  return result;
}

function isSame(wanted: Sound, said: Sound): boolean {
  if (!wanted.isVowel || !said.isVowel)
    return (
      wanted.name === said.name ||
      ALIKE.has(wanted.name + said.name) ||
      (said.isBeforeY === true && YODS.has(wanted.name + said.name))
    );
  const first = said.name.charAt(0);
  if (said.isStressed && !wanted.isStressed) return false;
  return (SETS[wanted.name] ?? '').includes(first) || (wanted.isLoose && WEAK.includes(first));
}

/** Wanted and said that are one where y follows what is said. */
const YODS: ReadonlySet<string> = new Set(['tʃt', 'dʒd', 'ʃs', 'ʒz']);
/** Wanted and said that are one to the ear in their places: a tap, n before k. */
const ALIKE: ReadonlySet<string> = new Set(['dt', 'nŋ']);

function withTraits(sound: Sound, traits: readonly AccentTrait[]): Sound {
  if (sound.name === 'h' && traits.includes('drops h')) return { ...sound, isLoose: true };
  if (sound.name === 'ð' && traits.includes('d for th')) return { ...sound, name: 'd' };
  if (sound.name === 'ŋ' && traits.includes('in for ing')) return { ...sound, name: 'n' };
  return sound;
}

function soundsHeard(phone: string, from: number): Sound[] {
  const plain = phone.replace('t\u032a', 'θ').replace(/[ː:ʲ-]|\p{M}/gu, '');
  const isStressed = plain.includes('ˈ');
  const name = plain.replace(/[ˈˌ]/gu, '');
  if (name === '') return [];
  // A vowel and what closes it may be one sound of the engine: "əl", "ɑɹ".
  const [, vowels = '', rest = ''] = /^([\p{L}˞]*?)([lɫmnɹr]?)$/u.exec(name) ?? [];
  if (vowels !== '' && rest !== '' && isVowelName(vowels))
    return [vowel(vowels, from, isStressed, !isStressed), consonant(rest, from)];
  // A coloured vowel has its r in it.
  if (isVowelName(name) && /[˞ɚɝ]/u.test(name))
    return [vowel(name, from, isStressed, !isStressed), consonant('ɹ', from)];
  return isVowelName(name) ? [vowel(name, from, isStressed, !isStressed)] : [consonant(name, from)];
}

function soundsWanted(phone: string, from: number, all: readonly string[]): Sound[] {
  const name = phone.replace(/\d/gu, '');
  const isStressed = /[12]$/u.test(phone);
  // "actual" is written with AH0 W AH0 as well as with UW0 AH0.
  if (name === 'W' && all[from - 1] === 'AH0' && /^(?:CH|JH|SH|ZH|Y)$/u.test(all[from - 2] ?? ''))
    return [{ ...consonant('w', from), isLoose: true }];
  if (name in CONSONANTS) return [consonant(CONSONANTS[name] ?? name, from)];
  const said = vowel(name, from, isStressed, !phone.endsWith('1'));
  return name === 'ER' ? [said, consonant('ɹ', from)] : [said];
}

const isVowelName = (name: string) => [...name].every((sign) => isVowel(sign) || 'ᵻɚɝ˞'.includes(sign));

function vowel(name: string, from: number, isStressed: boolean, isWeak: boolean): Sound {
  return { name, isVowel: true, isStressed, isLoose: isWeak, from };
}

function consonant(name: string, from: number): Sound {
  return { name: PLAIN[name] ?? name, isVowel: false, isStressed: false, isLoose: name === 'j', from };
}

/**
 * Takes out each r that no vowel follows, and marks t and d before y, which are as good as the first sounds
 * of "chew" and "jew".
 */
function withoutClosingR(sounds: readonly Sound[]): Sound[] {
  return sounds
    .filter((sound, i) => sound.name !== 'ɹ' || sounds[i + 1]?.isVowel === true)
    .map((sound, i, all) =>
      // The r that links a weak vowel to the next, as in "kilo-ampere".
      sound.name === 'ɹ' && /^[əɔɐ]/u.test(all[i - 1]?.name ?? '') ? { ...sound, isLoose: true } : sound,
    )
    .map((sound, i, all) => (all[i + 1]?.name === 'j' ? { ...sound, isBeforeY: true } : sound));
}
