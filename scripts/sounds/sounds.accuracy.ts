import { HOMOGRAPHS, ipaToArpabet, sameSounds } from '@aurelfield/core/pronunciation';
import { ruleVocabulary, type SpeechPlan } from '@aurelfield/core/speech';
import { FestivalEngine, FliteEngine, type Voice } from '@aurelfield/voices';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { accentOf } from '../../packages/voices/src/espeak/voices.ts';
import { ipaOfPhones } from '../../packages/voices/src/festival/text.ts';
import soundLexicon from '../../packages/voices/src/espeak/soundLexicon.json' with { type: 'json' };
import { ACCENTS, isAsDictionary } from './formant.ts';
import { meantSounds } from './meantSounds.ts';

/**
 * What sounds, not what is handed over: the phones that each English voice really makes, read back from the
 * engine, against the CMU Pronouncing Dictionary (and our own words beside it, `ownWords.ts`): the letters,
 * the figures, every word that the rules say for signs, units, money and abbreviations, every variant of
 * every word of several sounds, and the words that an accent would say wrongly by itself. Timbres of an
 * accent differ in no phone.
 */
const WORDS = ruleVocabulary();
const LETTERS: Readonly<Record<string, string>> = {
  A: 'EY1', B: 'B IY1', C: 'S IY1', D: 'D IY1', E: 'IY1', F: 'EH1 F', G: 'JH IY1', H: 'EY1 CH', I: 'AY1', J: 'JH EY1', K: 'K EY1', L: 'EH1 L', M: 'EH1 M', N: 'EH1 N', O: 'OW1', P: 'P IY1', Q: 'K Y UW1', R: 'AA1 R', S: 'EH1 S', T: 'T IY1', U: 'Y UW1', V: 'V IY1', W: 'D AH1 B AH0 L Y UW2', X: 'EH1 K S', Y: 'W AY1', Z: 'Z EH1 D',
}; // prettier-ignore
const AMERICAN: Readonly<Record<string, string>> = { Z: 'Z IY1' };
const nameOf = (letter: string, { language }: { readonly language: string }) =>
  (language === 'en-US' ? AMERICAN[letter] : undefined) ?? LETTERS[letter] ?? '';
const VARIANTS = [...HOMOGRAPHS].flatMap(([word, { variants }]) =>
  variants.map(({ ipa }) => ({ word, ipa })),
);

/** Accents that are asked everything at every run. */
const WHOLE = new Set(['Great Britain']);
const PREFIXED =
  /^(?:pico|nano|micro|milli|centi|deci|deca|hecto|kilo|mega|giga|tera|peta|kibi|mebi|gibi).{3}/u;

const planOf = (word: string, ipa?: string): SpeechPlan => ({
  voice: '', engineVersion: '', language: 'en-GB', words: [word], sounds: ipa === undefined ? [] : [{ word: 0, ipa }], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 22_050,
}); // prettier-ignore

test('every word that the rules can say has a pronunciation to be laid against', () => {
  expect(WORDS.length).toBeGreaterThan(800);
  expect(WORDS.filter((word) => meantSounds(word).length === 0)).toEqual([]);
});

describe('formant voices', () => {
  let speaker: Speaker;
  beforeAll(async () => {
    speaker = new Speaker(await loadEspeak());
  });

  describe.each(ACCENTS)('$region', (accent) => {
    const isWhole = WHOLE.has(accent.region);
    const say = (words: readonly string[]) =>
      speaker.pronounce({ identifier: accent.identifier, language: accent.language, words });
    const wrong = (words: readonly string[]) => {
      const said = say(words);
      return words
        .filter((word, i) => !isAsDictionary(word, said[i] ?? [], accent))
        .map((word) => `${word} ${said[words.indexOf(word)]?.join('') ?? ''}`);
    };

    test('letters by their names', () => {
      const names = Object.keys(LETTERS);
      const said = say(names);
      expect(
        names.filter((name, i) => {
          const meant = nameOf(name, accent);
          return !sameSounds(said[i] ?? [], meant, accent.traits);
        }),
      ).toEqual([]);
    });

    test('figures, signs, units, money and abbreviations', () => {
      // All were asked of every accent once; here the accents share the work, since each word takes three
      // milliseconds.
      const nth = ACCENTS.indexOf(accent);
      const asked = WORDS.filter((word, i) =>
        isWhole ? !PREFIXED.test(word) || i % 3 === nth % 3 : i % 4 === nth % 4,
      );
      expect(wrong(asked)).toEqual([]);
    });

    test('each variant of a word of several sounds', () => {
      const asked = VARIANTS.filter((_, i) => isWhole || i % 2 === ACCENTS.indexOf(accent) % 2);
      const off = asked.filter(
        ({ word, ipa }) =>
          !sameSounds(
            speaker.phonesOf(accent.identifier, planOf(word, ipa)),
            ipaToArpabet(/[ˈˌ]/u.test(ipa) ? ipa : `ˈ${ipa}`).text,
            accent.traits,
          ),
      );
      expect(off.map(({ word, ipa }) => `${word} ${ipa}`)).toEqual([]);
    });

    test('the words that it would say wrongly by itself', () => {
      const own: Readonly<Record<string, string>> = {
        ...(soundLexicon as Readonly<Record<string, Readonly<Record<string, string>>>>)[
          accentOf(accent.identifier)
        ],
      };
      expect(wrong(Object.keys(own))).toEqual([]);
    });
  });
});

const festival = new FestivalEngine();
beforeAll(() => festival.start());
afterAll(() => festival.stop());

/**
 * Both speakers have the same lexicon and letter rules, so the same phones; the British sound has its own.
 */
const SOUNDS_OF_FESTIVAL = festival.voices.filter(
  ({ region }, i, all) => all.findIndex((one) => one.region === region) === i,
);
describe.each(SOUNDS_OF_FESTIVAL)('$label', (voice) => {
  test('figures, signs, units, money and abbreviations', async () => {
    // All were asked of each once; here they share the work.
    const asked = WORDS.filter(
      (_word, i) => i % SOUNDS_OF_FESTIVAL.length === SOUNDS_OF_FESTIVAL.indexOf(voice),
    );
    const said = await festival.pronounce(voice.id, asked);
    expect(
      asked
        .filter((word, i) => !meantSounds(word).some((meant) => sameSounds(said[i] ?? [], meant)))
        .map((word) => `${word} ${said[asked.indexOf(word)]?.join('') ?? ''}`),
    ).toEqual([]);
  });

  test('each variant of a word of several sounds', async () => {
    const off = await variantsOff(
      VARIANTS,
      async (plan) => (await festival.say(plan, 1, { isSilent: true })).phones,
      voice,
    );
    expect(off).toEqual([]);
  });

  test('letters by their names', async () => {
    const names = Object.keys(LETTERS);
    const said = await festival.pronounce(voice.id, names);
    expect(names.filter((name, i) => !sameSounds(said[i] ?? [], nameOf(name, voice)))).toEqual([]);
  });
});

/** The variants that a voice does not say with the sounds given. */
async function variantsOff(
  variants: typeof VARIANTS,
  phonesOf: (plan: SpeechPlan) => Promise<readonly { readonly name: string }[]>,
  voice: Voice,
): Promise<string[]> {
  const said = await Promise.all(
    variants.map(async ({ word, ipa }) => ({
      word,
      ipa,
      phones: ipaOfPhones(
        (await phonesOf({ ...planOf(word, ipa), voice: voice.id })).map(({ name }) => name),
      ),
    })),
  );
  return said
    .filter(({ ipa, phones }) => !sameSounds(phones, ipaToArpabet(/[ˈˌ]/u.test(ipa) ? ipa : `ˈ${ipa}`).text))
    .map(({ word, ipa, phones }) => `${word} ${ipa} ${phones.join('')}`);
}

const flite = new FliteEngine();
describe.skipIf(flite.voices.length === 0)('natural voices of the other program', () => {
  /**
   * Its dictionary is the same in all its voices; it takes its time, so that one word in four is asked here
   * (all were, once).
   */
  test('figures, signs, units, money and abbreviations', async () => {
    const asked = WORDS.filter((_, i) => i % 4 === 0);
    const said = await flite.pronounce('flite-en-us-lower', asked, { timeout: 60_000 });
    expect(
      asked
        .filter((word, i) => !meantSounds(word).some((meant) => sameSounds(said[i] ?? [], meant)))
        .map((word) => `${word} ${said[asked.indexOf(word)]?.join('') ?? ''}`),
    ).toEqual([]);
  });

  test('letters by their names, and variants of words of several sounds', async () => {
    const [voice] = flite.voices as readonly [Voice];
    const names = Object.keys(LETTERS);
    const said = await flite.pronounce(voice.id, names);
    expect(names.filter((name, i) => !sameSounds(said[i] ?? [], nameOf(name, voice)))).toEqual([]);
    const some = VARIANTS.filter((_, i) => i % 12 === 0);
    expect(await variantsOff(some, async (plan) => (await flite.say(plan, 1)).phones, voice)).toEqual([]);
  });
});
