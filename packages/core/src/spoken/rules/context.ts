import type { RuleInput, Token } from '../types.ts';

/** The word `by` places away from the one a rule looks at, if no sentence-like break stands between. */
export function neighbour(input: RuleInput, by: number): Token | undefined {
  return input.tokens[input.index + by];
}

/** Whether only white space stands between two neighbouring words. */
export function spaceOnly(gap: string): boolean {
  return /^\s+$/u.test(gap);
}

/** A word's letters in small letters, without a possessive ending. */
export function plainWord(token: Token | undefined): string {
  return (token?.text ?? '').toLowerCase().replace(/[’']s?$/u, '');
}
