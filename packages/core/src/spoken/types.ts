import type { Range } from '../text/sentences.ts';
import type { Subject } from './subject.ts';

/**
 * A displayed word and what the voice says for it, in order. A spoken word is one word without hyphens; a
 * single capital letter stands for that letter's name ("B", "B", "C").
 */
export interface ExpandedWord extends Range {
  readonly text: string;
  /** Empty where the word is left out by choice; `rule` then says why. */
  readonly spoken: readonly string[];
  /** Of its spoken words those that a pause follows, by number; −1 for a pause before the first. */
  readonly pauses?: readonly number[];
  /** Sounds in IPA of its one spoken word, where a pronunciation entry gives them. */
  readonly ipa?: string;
  /** Name of the rule that decided; "plain" where the word is said as written. */
  readonly rule: string;
}

/** A displayed word as the rules see it: with the punctuation and space on either side of it. */
export interface Token extends Range {
  readonly text: string;
  readonly gapBefore: string;
  readonly gapAfter: string;
}

/** Where a rule is tried: at `index` among the words of one sentence. */
export interface RuleInput {
  readonly tokens: readonly Token[];
  readonly index: number;
  readonly token: Token;
  /** The full tag, e.g. "en-US"; the day–month order and "and" in numbers depend on it. */
  readonly locale: string;
  /** What the handout is for, where that is known. */
  readonly subject?: Subject | undefined;
  /** Whether all of the text is an equation. */
  readonly isEquation?: boolean | undefined;
}

/** One way of writing and how it is said. */
export interface Rule {
  readonly name: string;
  /**
   * What to say for the word at `index` and, where the rule takes more words, for those after it (an array of
   * spoken words for each word taken); `undefined` where the rule does not apply.
   */
  readonly apply: (input: RuleInput) => readonly (readonly string[])[] | undefined;
}
