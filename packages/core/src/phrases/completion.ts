import { wordsOf } from '../text/words.ts';

/** Something that was said, and how often. */
export interface Said {
  readonly text: string;
  readonly times: number;
}

/** How much more a word counts that followed the same word before than one that was merely said. */
const FOLLOWS = 20;

/** Words that may be meant next, from what was said before. */
export class Completion {
  /** How often each word was said, by its small letters; with the form in which it was said most. */
  readonly #words = new Map<string, { count: number; forms: Map<string, number> }>();
  /** How often a word followed another. */
  readonly #follows = new Map<string, Map<string, number>>();

  /** @param language decides what a word is. */
  constructor(said: readonly Said[], language: string) {
    for (const { text, times } of said) {
      let before = '';
      for (const { start, end } of wordsOf(text, language)) {
        const form = text.slice(start, end);
        const word = form.toLowerCase();
        if (!/\p{L}/u.test(word)) continue;
        const known = this.#words.get(word) ?? { count: 0, forms: new Map<string, number>() };
        known.count += times;
        // The capital that opens a sentence is not the word's own.
        const own = start === 0 && !/^I(?:['’]|$)/u.test(form) ? word : form;
        known.forms.set(own, (known.forms.get(own) ?? 0) + times);
        this.#words.set(word, known);
        const next = this.#follows.get(before) ?? new Map<string, number>();
        next.set(word, (next.get(word) ?? 0) + times);
        this.#follows.set(before, next);
        before = word;
      }
    }
  }

  /**
   * The words that may be meant at the end of what is being typed, the likeliest first: those that begin with
   * the letters that are there, or, after a space, those that came next before.
   * @param most how many.
   */
  suggest(typed: string, most: number): string[] {
    const [, rest = '', begun = ''] = /^(.*?)([\p{L}\p{M}'’-]*)$/su.exec(typed) ?? [];
    const before = /([\p{L}\p{M}'’-]+)[^\p{L}.!?]*$/u.exec(rest)?.[1]?.toLowerCase() ?? '';
    const follows = this.#follows.get(before);
    const beginning = begun.toLowerCase();
    const candidates = beginning === '' ? [...(follows?.keys() ?? [])] : [...this.#words.keys()];
    return candidates
      .filter((word) => word.startsWith(beginning) && word !== beginning)
      .map((word) => ({
        word,
        weight: (follows?.get(word) ?? 0) * FOLLOWS + (this.#words.get(word)?.count ?? 0),
      }))
      .sort((a, b) => b.weight - a.weight || (a.word < b.word ? -1 : 1))
      .slice(0, most)
      .map(({ word }) => this.#formOf(word));
  }

  #formOf(word: string): string {
    const forms = [...(this.#words.get(word)?.forms ?? [])];
    return forms.sort((a, b) => b[1] - a[1])[0]?.[0] ?? word;
  }
}

/** What is typed with its last word, begun or not, replaced by a suggestion, and a space after it. */
export function completed(typed: string, suggestion: string): string {
  return `${typed.replace(/[\p{L}\p{M}'’-]*$/u, '')}${suggestion} `;
}
