import { baseLanguage } from '../text/language.ts';
import { wordsOf } from '../text/words.ts';
import { englishRules } from './languages/english.ts';
import { plainWords } from './rules/plain.ts';
import type { ExpandedWord, Rule, Token } from './types.ts';

const RULES: Readonly<Record<string, readonly Rule[]>> = { en: englishRules };
const PLAIN = 'plain';

/**
 * Written sentence → its displayed words, each with the words that are said for it. The map is total and ordered: every
 * displayed word is there once, in the order of the text, and says at least one word. The first rule that applies decides; a language without rules says what is
 * written and leaves its numbers to the engine.
 */
export function expandSentence(text: string, language: string): ExpandedWord[] {
  const tokens = tokensOf(text, language);
  const rules = RULES[baseLanguage(language)] ?? [];
  const words: ExpandedWord[] = [];
  let index = 0;
  while (index < tokens.length) {
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
