import { parseIpa, PronunciationError, type Phone } from './ipa.ts';
import { nearestPhone } from './nearest.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/** ARPABET as in the CMU Pronouncing Dictionary → IPA. */
// prettier-ignore
const VOWELS: Readonly<Record<string, string>> = lookupTable({
  AA: 'ɑː', AE: 'æ', AH: 'ʌ', AO: 'ɔː', AW: 'aʊ', AY: 'aɪ', EH: 'ɛ', ER: 'ɜ˞ː', EY: 'eɪ', IH: 'ɪ', IY: 'iː', OW: 'oʊ', OY: 'ɔɪ', UH: 'ʊ', UW: 'uː',
});
// prettier-ignore
const CONSONANTS: Readonly<Record<string, string>> = lookupTable({
  B: 'b', CH: 't͡ʃ', D: 'd', DH: 'ð', F: 'f', G: 'ɡ', HH: 'h', JH: 'd͡ʒ', K: 'k', L: 'l', M: 'm', N: 'n', NG: 'ŋ', P: 'p', R: 'ɹ', S: 's', SH: 'ʃ', T: 't', TH: 'θ', V: 'v', W: 'w', Y: 'j', Z: 'z', ZH: 'ʒ',
});

/**
 * "S AE1 L OW0" → "ˈsæloʊ". Stress is put before the consonants that open its syllable.
 * @throws PronunciationError for an unknown phone.
 */
export function arpabetToIpa(text: string): string {
  const phones = text
    .trim()
    .split(/\s+/u)
    .map((name) => {
      const [, base = '', stress] = /^([A-Z]+)([012])?$/u.exec(name) ?? [];
      const isVowel = Object.hasOwn(VOWELS, base);
      // An unstressed AH is the weak vowel of "about", an unstressed ER that of "water".
      const ipa =
        base === 'AH' && stress === '0'
          ? 'ə'
          : base === 'ER' && stress === '0'
            ? 'ə˞'
            : isVowel
              ? VOWELS[base]
              : CONSONANTS[base];
      if (ipa === undefined)
        throw new PronunciationError(`“${name}” is not a phone of ARPABET.`, text.indexOf(name), name);
      return { ipa, isVowel, stress };
    });
  const marks = new Map<number, string>();
  phones.forEach(({ isVowel, stress }, i) => {
    if (!isVowel || stress === undefined || stress === '0') return;
    marks.set(onsetBefore(phones, i), stress === '1' ? 'ˈ' : 'ˌ');
  });
  return phones.map(({ ipa }, i) => `${marks.get(i) ?? ''}${ipa}`).join('');
}

/** A pronunciation in an engine's alphabet, and what had to be changed for it. */
export interface EngineSounds {
  readonly text: string;
  /** Sounds the engine lacks and what is said instead, as IPA. */
  readonly changes: readonly { readonly wanted: string; readonly given: string }[];
}

const FROM_IPA: readonly (readonly [ipa: string, arpabet: string])[] = [
  ['aɪ', 'AY'], ['aʊ', 'AW'], ['eɪ', 'EY'], ['ɔɪ', 'OY'], ['oʊ', 'OW'], ['əʊ', 'OW'], ['ɪə', 'IH AH'], ['eə', 'EH AH'], ['ʊə', 'UH AH'],
  ['ɑ', 'AA'], ['ɒ', 'AA'], ['a', 'AE'], ['æ', 'AE'], ['ʌ', 'AH'], ['ə', 'AH'], ['ɐ', 'AH'], ['ɔ', 'AO'], ['ɛ', 'EH'], ['e', 'EH'], ['ɜ', 'ER'], ['ɪ', 'IH'], ['i', 'IY'], ['ʊ', 'UH'], ['u', 'UW'], ['o', 'OW'],
  ...Object.entries(CONSONANTS).map(([arpabet, ipa]) => [ipa, arpabet] as const), ['r', 'R'], ['ɾ', 'D'], ['ɫ', 'L'],
]; // prettier-ignore

/**
 * IPA → ARPABET with stress digits. A sound English lacks goes to the nearest and is reported.
 * @throws PronunciationError when the text is not IPA.
 */
export function ipaToArpabet(text: string): EngineSounds {
  const phones = parseIpa(text);
  const changes: { wanted: string; given: string }[] = [];
  const names: string[] = [];
  const table = new Map(FROM_IPA);
  let stress = '0';
  for (let i = 0; i < phones.length; i++) {
    const phone = phones[i] as Phone;
    if (phone.stress) stress = phone.stress === 'primary' ? '1' : '2';
    const next = phones[i + 1];
    const pair =
      next && !phone.long && !next.stress && !next.newSyllable
        ? table.get(phone.symbol + next.symbol)
        : undefined;
    const rhotic = phone.marks.includes('˞') ? 'ER' : undefined;
    const own = rhotic ?? pair ?? table.get(phone.symbol);
    const name =
      own ??
      table.get(
        nearestPhone(
          phone.symbol,
          [...table.keys()].filter((key) => [...key.replace('͡', '')].length === 1 || key.includes('͡')),
        ),
      ) ??
      'AH';
    if (own === undefined)
      changes.push({ wanted: phone.symbol, given: nearestPhone(phone.symbol, [...table.keys()]) });
    if (pair !== undefined) i += 1;
    const [head = '', ...rest] = name.split(' ');
    const isVowel = Object.hasOwn(VOWELS, head);
    names.push(isVowel ? head + stress : head, ...rest.map((vowel) => `${vowel}0`));
    if (isVowel) stress = '0';
  }
  return { text: names.join(' '), changes };
}

/** Consonants that may open an English syllable together go with its vowel (maximal onset). */
function onsetBefore(
  phones: readonly { readonly ipa: string; readonly isVowel: boolean }[],
  vowel: number,
): number {
  let at = vowel;
  while (
    at > 0 &&
    phones[at - 1]?.isVowel === false &&
    isOnset(phones.slice(at - 1, vowel).map(({ ipa }) => ipa))
  )
    at -= 1;
  return at;
}

/**
 * Whether consonants may stand together at the beginning of an English syllable. Common practice, no source.
 */
export function isOnset(consonants: readonly string[]): boolean {
  const [first = '', second = '', third = ''] = consonants;
  if (consonants.length === 0) return true;
  if (consonants.length === 1) return first !== 'ŋ';
  if (consonants.length === 3) return first === 's' && 'ptk'.includes(second) && 'ɹlwj'.includes(third);
  if (consonants.length > 3) return false;
  if (first === 's') return 'ptkfmnlw'.includes(second);
  if (second === 'l') return 'pbkɡf'.includes(first);
  if (second === 'ɹ' || second === 'r') return 'pbtdkɡfθʃ'.includes(first);
  if (second === 'w') return 'tdkɡθ'.includes(first);
  return second === 'j' && 'pbtdkfvmnh'.includes(first);
}
