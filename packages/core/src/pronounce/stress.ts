import { isOnset } from './arpabet.ts';
import { formatIpa, parseIpa, type Phone } from './ipa.ts';
import { isVowel } from './phones.ts';

/**
 * Moves stress marks that stand right before a vowel, as engines write them, to the beginning of its
 * syllable, as the IPA has it: "sˈaləʊ" → "ˈsaləʊ".
 * @throws PronunciationError when the text is not IPA.
 */
export function stressOnSyllables(ipa: string): string {
  const phones: Phone[] = parseIpa(ipa);
  phones.forEach((phone, vowel) => {
    if (phone.stress === undefined || !isVowel(phone.symbol)) return;
    let at = vowel;
    while (at > 0 && opens(phones, at - 1, vowel)) at -= 1;
    const first = phones[at];
    if (at === vowel || first === undefined) return;
    phones[at] = { ...first, stress: phone.stress };
    phones[vowel] = { ...phone, stress: undefined };
  });
  return formatIpa(phones);
}

/** Whether the consonants from `from` up to the vowel may open its syllable. */
function opens(phones: readonly Phone[], from: number, vowel: number): boolean {
  const consonants = phones.slice(from, vowel);
  return (
    consonants.every(({ symbol, stress }) => !isVowel(symbol) && stress === undefined) &&
    isOnset(consonants.map(({ symbol }) => symbol))
  );
}
