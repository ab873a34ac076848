import { arpabetToIpa, ipaToArpabet, type SpeechPlan } from '@aurelfield/core';
import anyAscii from 'any-ascii';

/** The text that is handed to the engine: one token for each spoken word. */
export interface FestivalText {
  readonly text: string;
  /** Words with sounds of their own: the token that stands for them and its phones in the engine's alphabet. */
  readonly sounds: readonly { readonly token: string; readonly phones: string }[];
}

const END_MARKS = { statement: '.', question: '?', exclamation: '!' } as const;
/** Said for a sign that has no letters in any spelling. */
const UNSAYABLE = 'symbol';

/**
 * Writes a plan as plain text for the engine: its words in plain letters, a comma for each of our breaks and the mark that closes the sentence.
 * @param tokenFor the token that stands for some phones, always the same for the same phones.
 */
export function festivalText(plan: SpeechPlan, tokenFor: (phones: string) => string): FestivalText {
  const breaks = new Set(plan.breaks);
  const ipas = new Map(plan.sounds.map(({ word, ipa }) => [word, ipa]));
  const sounds: { token: string; phones: string }[] = [];
  const tokens = plan.words.map((word, i) => {
    const ipa = ipas.get(i);
    let token = plainLetters(word);
    if (ipa !== undefined) {
      const phones = festivalPhones(ipa);
      token = tokenFor(phones);
      sounds.push({ token, phones });
    }
    const mark = i === plan.words.length - 1 ? END_MARKS[plan.end] : breaks.has(i) ? ',' : '';
    return token + mark;
  });
  return { text: tokens.join(' '), sounds };
}

/** IPA → phones of the engine's American English, with stress digits on vowels: "s ae1 l ow0". */
export function festivalPhones(ipa: string): string {
  return ipaToArpabet(ipa)
    .text.split(' ')
    .map((phone) => (phone === 'AH0' ? 'ax0' : phone.toLowerCase()))
    .join(' ');
}

/** Phones of the engine → IPA without stress, which it does not tell. */
export function ipaOfPhones(phones: readonly string[]): string[] {
  return phones
    .filter((phone) => phone !== 'pau')
    .map((phone) => arpabetToIpa(EXTRA_PHONES[phone] ?? phone.toUpperCase()));
}

/** Phones beside those of the CMU dictionary. */
const EXTRA_PHONES: Readonly<Record<string, string>> = {
  ax: 'AH0', axr: 'ER0', dx: 'D', el: 'L', em: 'M', en: 'N', nx: 'N', hv: 'HH',
}; // prettier-ignore

/** A word in the letters the engine knows. A single capital stays one, since it stands for the letter's name. */
function plainLetters(word: string): string {
  const ascii = anyAscii(word.replace(/[’ʼ]/gu, "'"))
    .replace(/[^A-Za-z']/gu, '')
    .replace(/^'+|'+$/gu, '');
  if (ascii === '') return UNSAYABLE;
  return ascii.length === 1 ? ascii : ascii.toLowerCase();
}
