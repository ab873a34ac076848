import { ipaToEspeak } from '@aurelfield/core/pronunciation';
import { type SpeechPlan } from '@aurelfield/core/speech';
import { baseLanguage } from '@aurelfield/core/text';
import { accentOf } from './voices.ts';
import soundLexicon from './soundLexicon.json' with { type: 'json' };

/** The text that is handed to the engine, and where each spoken word stands in it. */
export interface EngineText {
  readonly text: string;
  /** 1-based character (code point) at which each spoken word begins, in order. */
  readonly starts: readonly number[];
}

const END_MARKS = { statement: '.', question: '?', exclamation: '!' } as const;

/**
 * Letters whose bare capital the engine takes for a word, and their names in its mnemonics; no spelling of
 * A's name is said as that in every accent.
 */
const LETTER_NAMES: Readonly<Record<string, Readonly<Record<string, string>>>> = { en: { A: "[['eI]]" } };

/**
 * Words that an accent says otherwise than the dictionary, by the engine's name of it ("all": every English
 * one), with their sounds in IPA; made by `npm run sounds formant`.
 */
const SOUNDS: Readonly<Record<string, Readonly<Record<string, string>>>> = soundLexicon;

/** The sounds of ours for a word, in an English accent. */
function soundOf(word: string, accent: string): string | undefined {
  const key = word.toLowerCase();
  for (const list of [SOUNDS[accent], SOUNDS['all']])
    if (list !== undefined && Object.hasOwn(list, key)) return list[key];
  return undefined;
}

/**
 * Writes a plan as plain text for the engine: spoken words (those with sounds of their own in its mnemonics,
 * which it knows for English), a comma for each of our breaks (it shapes the melody; its silence is cut away
 * later) and the mark that closes the sentence.
 * @param identifier the engine's name of the voice.
 * @param isBare whether words are left to the engine's own rules where the plan gives no sounds.
 */
export function engineText(plan: SpeechPlan, identifier = '', isPlainText = false): EngineText {
  const letters = LETTER_NAMES[baseLanguage(plan.language)] ?? {};
  const sounds = new Map(plan.sounds.map(({ word, ipa }) => [word, ipa]));
  const isEnglish = baseLanguage(plan.language) === 'en';
  const accent = accentOf(identifier);
  const breaks = new Set(plan.breaks);
  const starts: number[] = [];
  let text = '';
  let length = 0;
  plan.words.forEach((word, i) => {
    if (i > 0) {
      text += ' ';
      length += 1;
    }
    starts.push(length + 1);
    const isLast = i === plan.words.length - 1;
    const ipa = isEnglish ? (sounds.get(i) ?? (isPlainText ? undefined : soundOf(word, accent))) : undefined;
    const said =
      (ipa === undefined
        ? ((Object.hasOwn(letters, word) ? letters[word] : undefined) ?? sayable(word))
        : `[[${ipaToEspeak(withStress(ipa)).text}]]`) +
      (isLast ? END_MARKS[plan.end] : breaks.has(i) ? ',' : '');
    text += said;
    length += [...said].length;
  });
  return { text, starts };
}

/**
 * A word that is given without any stress is said as if it were none, short and soft: its first vowel gets
 * it.
 */
function withStress(ipa: string): string {
  return /[ˈˌ]/u.test(ipa) ? ipa : `ˈ${ipa}`;
}

/**
 * Takes out what the engine would read as a command or mark of its own, and what is no character: half of
 * one, one that controls, or one that nobody has given a meaning.
 */
function sayable(word: string): string {
  return word.replace(/[[\]<>|{}\s\p{Cc}\p{Cs}\p{Co}\p{Cn}]/gu, '') || '-';
}
