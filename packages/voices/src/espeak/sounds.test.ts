import type { SpeechPlan } from '@aurelfield/core/speech';
import { beforeAll, describe, expect, test } from 'vitest';
import { loadEspeak } from './module.ts';
import { phoneName } from './phones.ts';
import { Speaker } from './speaker.ts';
import { ESPEAK_VOICES } from './voices.ts';

/**
 * What is listened to here is what sounds: the phones that the engine reports for a whole sentence, not the
 * words it was given.
 */
let speaker: Speaker;
beforeAll(async () => {
  speaker = new Speaker(await loadEspeak());
});

const plan = (words: string, more: Partial<SpeechPlan> = {}): SpeechPlan => ({
  voice: '', engineVersion: '', language: 'en-GB', words: words.split(' '), sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 22_050, ...more,
}); // prettier-ignore

/** One voice of each accent: timbre and pitch do not change the phones. */
const ACCENTS = [
  ...new Map(
    ESPEAK_VOICES.filter(({ language }) => language.startsWith('en')).map((voice) => [voice.region, voice]),
  ).values(),
];

/** Words that end in a letter's name, or are it: their phones are the accent's own. */
const NAMES: Readonly<Record<string, string>> = {
  A: 'day', B: 'bee', C: 'sea', D: 'dee', E: 'ease', F: 'deaf', G: 'jee', I: 'eye', J: 'jay', K: 'kay', L: 'bell', M: 'hem', N: 'den', O: 'oh', P: 'pea', Q: 'queue', R: 'are', S: 'mess', T: 'tea', U: 'you', V: 'vee',
  X: 'ex', Y: 'why',
}; // prettier-ignore

describe.each(ACCENTS)('$region', ({ identifier }) => {
  const phones = (given: SpeechPlan) => speaker.phonesOf(identifier, given).map(phoneName);
  const ending = (words: string) => phones(plan(words)).at(-1);

  test.each(Object.entries(NAMES))('the letter %s ends like %s', (letter, word) => {
    const own = letter === 'E' ? phones(plan(word))[0] : ending(word);
    for (const sentence of [`vitamin ${letter}`, `question four ${letter}`])
      expect(ending(sentence)).toBe(own);
  });

  test('eight A M and D N A have the vowel of day', () => {
    const vowel = ending('day');
    expect(phones(plan('eight A M')).filter((name) => name === vowel).length).toBeGreaterThanOrEqual(2);
    expect(ending('D N A')).toBe(vowel);
  });

  test.each(['ɹɛd', 'wɪnd', 'ɹoʊ', 'juːz', 'kloʊs'])('a word given as %s is stressed', (ipa) => {
    const stresses = (given: SpeechPlan) =>
      speaker.phonesOf(identifier, given).filter((phone) => phone.includes('ˈ')).length;
    expect(stresses(plan('it', { sounds: [{ word: 0, ipa }] }))).toBe(1);
    expect(stresses(plan('they it then', { sounds: [{ word: 1, ipa }] }))).toBe(
      stresses(plan('they then')) + 1,
    );
  });
});
