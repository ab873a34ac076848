import { baseLanguage } from '../text/language.ts';
import { wordsOf } from '../text/words.ts';
import { englishRules } from './languages/english.ts';
import { frenchRules } from './languages/french.ts';
import type { Lexicon, LexiconHit } from '../pronounce/lexicon.ts';
import { plainWords } from './rules/plain.ts';
import type { ExpandedWord, Rule, Token } from './types.ts';

const RULES: Readonly<Record<string, readonly Rule[]>> = { en: englishRules, fr: frenchRules };
/** What the label that opens a sentence is the label of. */
export type LabelOf = 'question' | 'list-item';

export interface ExpandOptions {
  /** Pronunciation entries, which go before the rules. */
  readonly lexicon?: Lexicon | undefined;
  /** The first word of the sentence is the label ("3", "b") of this. */
  readonly label?: LabelOf | undefined;
}

/** What is said before the number of a question. */
const QUESTION: Readonly<Record<string, readonly string[]>> = { en: ['question'], fr: ['question'] };
const PLAIN = 'plain';
const ENTRY = 'pronunciation entry';

/**
 * Written sentence → its displayed words, each with the words that are said for it. The map is total and ordered: every
 * displayed word is there once, in the order of the text, and says at least one word. The first rule that applies decides; a language without rules says what is
 * written and leaves its numbers to the engine.
 */
export function expandSentence(
  text: string,
  language: string,
  { lexicon, label }: ExpandOptions = {},
): ExpandedWord[] {
  const tokens = tokensOf(text, language);
  const written = lexicon ? tokens.map((token) => token.text) : [];
  const rules = RULES[baseLanguage(language)] ?? [];
  const words: ExpandedWord[] = [];
  let index = 0;
  while (index < tokens.length) {
    if (index === 0 && label !== undefined && tokens[0]) {
      words.push(labelWord(tokens[0], label, language));
      index += 1;
      continue;
    }
    const hit = lexicon?.find(written, index);
    if (hit) {
      words.push(...entryWords(tokens.slice(index, index + hit.taken), hit, language));
      index += hit.taken;
      continue;
    }
    const taken = firstMatch(rules, tokens, index, language) ?? plainMatch(tokens, index);
    taken.spoken.forEach((spoken, nth) => {
      const token = tokens[index + nth];
      if (token)
        words.push({ text: token.text, start: token.start, end: token.end, spoken, rule: taken.rule });
    });
    index += taken.spoken.length;
  }
  return words;
}

/** The number or letter that a question or list item begins with: "question three", "B". */
function labelWord({ text, start, end }: Token, label: LabelOf, language: string): ExpandedWord {
  const number = /^\d+$/u.test(text)
    ? expandSentence(text, language).flatMap((word) => word.spoken)
    : [text.toUpperCase()];
  const before = label === 'question' ? (QUESTION[baseLanguage(language)] ?? []) : [];
  return { text, start, end, spoken: [...before, ...number], rule: 'label' };
}

/** The words that a pronunciation entry is for. */
function entryWords(tokens: readonly Token[], { said }: LexiconHit, language: string): ExpandedWord[] {
  if ('ipa' in said) {
    return tokens.map(({ text, start, end }, i) => ({
      text,
      start,
      end,
      spoken: [plainWords(text).join('')],
      ipa: said.ipa[i] ?? '',
      rule: ENTRY,
    }));
  }
  const spoken = expandSentence(said.alias, language).flatMap((word) => word.spoken);
  const shares = shareOut(spoken.length > 0 ? spoken : [said.alias], tokens.length);
  return tokens.map(({ text, start, end }, i) => ({
    text,
    start,
    end,
    spoken: shares[i] ?? [text],
    rule: ENTRY,
  }));
}

/** Gives each displayed word at least one of the spoken ones, the last all that are left. */
function shareOut(spoken: readonly string[], count: number): string[][] {
  return Array.from({ length: count }, (_, i) => {
    const from = Math.min(i, spoken.length - 1);
    return i === count - 1 ? [...spoken.slice(from)] : [spoken[from] ?? ''];
  });
}

interface Match {
  readonly rule: string;
  readonly spoken: readonly (readonly string[])[];
}

function firstMatch(
  rules: readonly Rule[],
  tokens: readonly Token[],
  index: number,
  locale: string,
): Match | undefined {
  const token = tokens[index];
  if (token === undefined) return undefined;
  for (const rule of rules) {
    const spoken = rule.apply({ tokens, index, token, locale });
    if (spoken !== undefined && spoken.every((words) => words.length > 0)) return { rule: rule.name, spoken };
  }
  return undefined;
}

function plainMatch(tokens: readonly Token[], index: number): Match {
  return { rule: PLAIN, spoken: [plainWords(tokens[index]?.text ?? '')] };
}

function tokensOf(text: string, language: string): Token[] {
  const ranges = wordsOf(text, language);
  return ranges.map(({ start, end }, i) => ({
    start,
    end,
    text: text.slice(start, end),
    gapBefore: text.slice(ranges[i - 1]?.end ?? 0, start),
    gapAfter: text.slice(end, ranges[i + 1]?.start ?? text.length),
  }));
}
