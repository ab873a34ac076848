import { alignSounds } from '@aurelfield/core/pronunciation';
import { dictionary } from 'cmu-pronouncing-dictionary';
import britishEnglish from 'dictionary-en-gb';
import nspell from 'nspell';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ROOT } from '../lib/prepare.mjs';
import { ACCENTS } from './formant.ts';
import { meantSounds } from './meantSounds.ts';

const TARGET = path.join(ROOT, 'packages/voices/src/festival/britishSounds.json');
/** Small words that are said without stress, with a weak vowel. */
const WEAK = new Set(['of', 'was', 'from', 'because', 'can', 'than', 'at', 'as', 'an', 'and']);
/** Words that are asked at once. */
const PART = 2000;

/**
 * The dictionary's sounds with the vowels of a British speaker, as far as the American ones can give them: a
 * round vowel in "lot", a long one in "bath", y before oo in "tune".
 */
function asBritish(arpabet: string, heard: readonly string[]): string | undefined {
  const pairs = alignSounds(heard, arpabet);
  if (pairs === undefined) return undefined;
  const phones = arpabet.split(' ');
  return phones
    .flatMap((phone, i) => {
      const at = pairs[i];
      const said = at === undefined ? '' : (heard[at] ?? '').replace(/[ˈˌ]/gu, '');
      const stress = phone.slice(-1);
      if (/^A[AH][12]$/u.test(phone) && /^ɒ/u.test(said)) return `AO${stress}`;
      if (/^AE[012]$/u.test(phone) && /^ɑ/u.test(said)) return `AA${stress}`;
      const before = at === undefined ? undefined : heard[at - 1];
      if (/^UW[012]$/u.test(phone) && before === 'j' && phones[i - 1] !== 'Y') return ['Y', phone];
      return phone;
    })
    .join(' ');
}

/**
 * `npm run sounds british`: writes the words that a British speaker says with another vowel than the CMU
 * dictionary has, as the British formant voice (with our lexicon) has them. The r that nobody hears is the
 * engine's business. Takes a minute.
 */
export async function writeBritishSounds(): Promise<void> {
  const spelling = nspell({ aff: Buffer.from(britishEnglish.aff), dic: Buffer.from(britishEnglish.dic) });
  const words = Object.keys(dictionary).filter(
    (word) => /^[a-z]{2,}$/u.test(word) && !WEAK.has(word) && spelling.correct(word),
  );
  const speaker = new Speaker(await loadEspeak());
  const accent = ACCENTS.find(({ region }) => region === 'Southern England');
  if (accent === undefined) throw new Error('There is no British voice.');
  const { identifier, language } = accent;
  const heard = Array.from({ length: Math.ceil(words.length / PART) }).flatMap((_, i) =>
    speaker.pronounce({ identifier, language, words: words.slice(i * PART, (i + 1) * PART) }),
  );
  const lines = words.flatMap((word, i) => {
    for (const meant of meantSounds(word)) {
      const british = asBritish(meant, heard[i] ?? []);
      if (british === meant) return [];
      if (british !== undefined) return `  ${JSON.stringify(word)}: ${JSON.stringify(british)}`;
    }
    return [];
  });
  writeFileSync(TARGET, `{\n${lines.sort().join(',\n')}\n}\n`);
  console.log(`${lines.length} words of ${words.length} have another vowel.`);
}
