import { SentenceReader } from '../pronounce/homographs/guess.ts';
import type { PronunciationEntry } from '../pronounce/entry.ts';
import { Lexicon, type LexiconHit } from '../pronounce/lexicon.ts';
import { schoolWordSounds } from '../pronounce/schoolWords.ts';
import { baseLanguage, LANGUAGES, languageOf } from '../languages/languages.ts';
import { isEmoji } from '../text/emoji.ts';
import { wordsOf } from '../text/words.ts';
import { asChosen } from './asChosen.ts';
import { DEFAULT_CHOICES, type SpokenChoices } from './choices.ts';
import { asidesIn, citationsIn } from './citations.ts';
import { emojiName } from './emoji.ts';
import { englishRules } from './languages/english.ts';
import { frenchRules } from './languages/french.ts';
import { rulesOf } from './rules/anyLanguage.ts';
import { signName } from './signName.ts';
import { plainWords } from './rules/plain.ts';
import { isAddress } from './rules/words.ts';
import type { ExpandedWord, Rule, RuleInput, Token } from './types.ts';
import { lookupTable } from '../lib/lookupTable.ts';

const RULES: Readonly<Record<string, readonly Rule[]>> = lookupTable({
  en: englishRules,
  fr: frenchRules,
  ...Object.fromEntries(LANGUAGES.flatMap(({ tag, spoken }) => (spoken ? [[tag, rulesOf(spoken)]] : []))),
});
/** Languages whose rules name every sign that has words in them. */
const NAMES_SIGNS = new Set(['en']);
/** The rules of a language in the order they are tried; none for one without. */
export const rulesFor = (language: string): readonly Rule[] => RULES[baseLanguage(language)] ?? [];

/** What the label that opens a sentence is the label of. */
export type LabelOf = 'question' | 'list-item';

/** An entry for one word in one place. */
interface Occurrence {
  /** Where the word stands in the sentence. */
  readonly start: number;
  readonly entry: PronunciationEntry;
}

export interface ExpandOptions {
  /** Pronunciation entries, which go before the rules. */
  readonly lexicon?: Lexicon | undefined;
  /** Entries for single places, which go before all else. */
  readonly occurrences?: readonly Occurrence[];
  /** The first word of the sentence is the label ("3", "b") of this. */
  readonly label?: LabelOf | undefined;
  /** Whether the text is an equation and nothing else. */
  readonly isEquation?: boolean;
  /** Everything is said by default. */
  readonly choices?: SpokenChoices;
}

const PLAIN = 'plain';
const ENTRY = 'pronunciation entry';

/**
 * Written sentence → its displayed words, each with the words that are said for it. The map is total and
 * ordered: every displayed word is there once, in the order of the text, and says at least one word or names
 * the choice that leaves it out. What goes before what: the entry for this place, what is left out by choice,
 * entries of the lexicon, the language's rules (the first that applies), the guess for a word of several
 * sounds, the words that schools use and voices say wrongly, the word as written. A language without rules
 * says what is written and leaves its numbers to the engine.
 */
export function expandSentence(
  text: string,
  language: string,
  { lexicon, occurrences = [], label, isEquation, choices = DEFAULT_CHOICES }: ExpandOptions = {},
): ExpandedWord[] {
  const tokens = tokensOf(text, language);
  const written = tokens.map((token) => token.text);
  const isEnglish = baseLanguage(language) === 'en';
  const isBritish = isEnglish && !/^en-(?:US|CA)/iu.test(language);
  const reader = isEnglish ? new SentenceReader(text, tokens) : undefined;
  const plays =
    reader && ((index: number, part: Parameters<SentenceReader['plays']>[1]) => reader.plays(index, part));
  const rules = rulesFor(language);
  const skipped = [
    ...(choices.citations === 'left-out' ? citationsIn(text) : []).map((range) => ({
      ...range,
      rule: 'citation left out',
    })),
    ...(choices.asides === 'left-out' && !isEquation ? asidesIn(text) : []).map((range) => ({
      ...range,
      rule: 'bracket left out',
    })),
  ];
  const words: ExpandedWord[] = [];
  let index = 0;
  while (index < tokens.length) {
    const token = tokens[index];
    if (token === undefined) break;
    const { start, end } = token;
    const single = (word: Pick<ExpandedWord, 'spoken' | 'rule' | 'ipa'>) => {
      words.push({ text: token.text, start, end, ...word });
      index += 1;
    };
    const ownEntry = (place: Token) => {
      const own = occurrences.find((occurrence) => occurrence.start === place.start);
      return own && new Lexicon([{ ...own.entry, written: place.text }]).find([place.text], 0);
    };
    if (index === 0 && label !== undefined) {
      words.push(labelWord(token, label, language));
      index += 1;
      continue;
    }
    const own = ownEntry(token);
    if (own) {
      words.push(...entryWords([token], own, language));
      index += 1;
      continue;
    }
    const skip = skipped.find((range) => start >= range.start && end <= range.end);
    if (skip) {
      single({ spoken: [], rule: skip.rule });
      continue;
    }
    if (choices.links !== undefined && choices.links !== 'said' && isAddress(token.text)) {
      const { link } = languageOf(language).announced ?? {};
      const named = choices.links === 'named' && link !== undefined ? [link] : [];
      single({ spoken: named, rule: named.length > 0 ? 'link' : 'link left out' });
      continue;
    }
    if (isEmoji(token.text)) {
      single(sayEmoji(token.text, isEnglish, choices));
      continue;
    }
    const hit = lexicon?.find(written, index, plays);
    if (hit) {
      words.push(...entryWords(tokens.slice(index, index + hit.taken), hit, language));
      index += hit.taken;
      continue;
    }
    const taken = firstMatch(
      rules,
      { tokens, locale: language, subject: choices.subject, isEquation },
      index,
    );
    const guess = taken ? undefined : reader?.guess(index);
    const variant = guess?.variants[guess.likely];
    if (variant) {
      single({ spoken: [plainWords(token.text).join('')], ipa: variant.ipa, rule: 'homograph' });
      continue;
    }
    const sounds = taken || !isBritish ? undefined : schoolWordSounds(token.text);
    if (sounds !== undefined) {
      single({ spoken: [plainWords(token.text).join('')], ipa: sounds, rule: 'school words' });
      continue;
    }
    // A sign that opens a line marks it, and is no part of what it says.
    const isMark = index === 0 && tokens.length > 1;
    const name = taken || isMark || !isEnglish ? undefined : signName(token.text);
    if (name) {
      single({ spoken: name, rule: 'sign by its name' });
      continue;
    }
    if (!taken && isWithoutWords(token.text, NAMES_SIGNS.has(baseLanguage(language)))) {
      single({ spoken: [], rule: 'sign without words' });
      continue;
    }
    const match = taken ?? plainMatch(tokens, index);
    match.spoken.forEach((spoken, nth) => {
      const part = tokens[index + nth];
      if (!part) return;
      // A rule may take several words at once; what is set for one of their places goes before it.
      const set = nth === 0 ? undefined : ownEntry(part);
      if (set) words.push(...entryWords([part], set, language));
      else words.push({ text: part.text, start: part.start, end: part.end, spoken, rule: match.rule });
    });
    index += match.spoken.length;
  }
  return asChosen(words, language, choices);
}

/** An emoji by its name, or the reason why it is not said. */
function sayEmoji(
  emoji: string,
  isEnglish: boolean,
  choices: SpokenChoices,
): Pick<ExpandedWord, 'spoken' | 'rule'> {
  if (choices.emoji === 'left-out') return { spoken: [], rule: 'emoji left out' };
  if (!isEnglish) return { spoken: [], rule: 'emoji without a name in this language' };
  return { spoken: emojiName(emoji) ?? ['emoji'], rule: 'emoji' };
}

/** The number or letter that a question or list item begins with: "question three", "B". */
function labelWord({ text, start, end }: Token, label: LabelOf, language: string): ExpandedWord {
  const number = /^\d+$/u.test(text)
    ? expandSentence(text, language).flatMap((word) => word.spoken)
    : [text.toUpperCase()];
  const { question } = languageOf(language).announced ?? {};
  const before = label === 'question' && question !== undefined ? [question] : [];
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
  sentence: Omit<RuleInput, 'index' | 'token'>,
  index: number,
): Match | undefined {
  const token = sentence.tokens[index];
  if (token === undefined) return undefined;
  const input: RuleInput = { ...sentence, index, token };
  for (const rule of rules) {
    const spoken = rule.apply(input);
    if (spoken !== undefined && spoken.every((words) => words.length > 0)) return { rule: rule.name, spoken };
  }
  return undefined;
}

/**
 * Whether nothing can be said for a word: it is a sign that no rule names. In other languages than English
 * the engine names the usual ones.
 */
function isWithoutWords(text: string, namesSigns: boolean): boolean {
  return namesSigns ? !/[\p{L}\p{N}\p{M}]/u.test(text) : /^[\p{So}\u2190-\u2bff]+$/u.test(text);
}

function plainMatch(tokens: readonly Token[], index: number): Match {
  return { rule: PLAIN, spoken: [plainWords(tokens[index]?.text ?? '')] };
}

/** The words of a sentence as the rules see them. */
export function tokensOf(text: string, language: string): Token[] {
  const ranges = wordsOf(text, language);
  return ranges.map(({ start, end }, i) => ({
    start,
    end,
    text: text.slice(start, end),
    gapBefore: text.slice(ranges[i - 1]?.end ?? 0, start),
    gapAfter: text.slice(end, ranges[i + 1]?.start ?? text.length),
  }));
}
