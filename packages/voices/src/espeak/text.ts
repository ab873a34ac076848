import { baseLanguage, ipaToEspeak, type SpeechPlan } from '@aurelfield/core';

/** The text that is handed to the engine, and where each spoken word stands in it. */
export interface EngineText {
  readonly text: string;
  /** 1-based character (code point) at which each spoken word begins, in order. */
  readonly starts: readonly number[];
}

const END_MARKS = { statement: '.', question: '?', exclamation: '!' } as const;

/** Letters whose bare capital the engine takes for a word, and a spelling that it says as the letter's name. */
const LETTER_NAMES: Readonly<Record<string, Readonly<Record<string, string>>>> = { en: { A: 'ay' } };

/**
 * Writes a plan as plain text for the engine: spoken words (those with sounds of their own in its mnemonics, which it knows for English), a comma for each of our breaks (it shapes the melody; its silence is cut away later) and the mark
 * that closes the sentence.
 */
export function engineText(plan: SpeechPlan): EngineText {
  const letters = LETTER_NAMES[baseLanguage(plan.language)] ?? {};
  const sounds = new Map(plan.sounds.map(({ word, ipa }) => [word, ipa]));
  const isEnglish = baseLanguage(plan.language) === 'en';
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
    const ipa = isEnglish ? sounds.get(i) : undefined;
    const said =
      (ipa === undefined ? sayable(letters[word] ?? word) : `[[${ipaToEspeak(ipa).text}]]`) +
      (isLast ? END_MARKS[plan.end] : breaks.has(i) ? ',' : '');
    text += said;
    length += [...said].length;
  });
  return { text, starts };
}

/** Takes out what the engine would read as a command or mark of its own. */
export function sayable(word: string): string {
  return word.replace(/[[\]<>|{}\s]/gu, '') || '-';
}
