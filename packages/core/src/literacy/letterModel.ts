/**
 * How usual a language's runs of three letters are, learned from its words: tells "harbour" from "phthisis".
 */
export class LetterModel {
  readonly #counts = new Map<string, number>();
  readonly #contexts = new Map<string, number>();

  /** @param words of the language, in any case. */
  constructor(words: Iterable<string>) {
    for (const word of words) {
      const marked = mark(word);
      for (let i = 0; i + 3 <= marked.length; i++) {
        const [run, context] = [marked.slice(i, i + 3), marked.slice(i, i + 2)];
        this.#counts.set(run, (this.#counts.get(run) ?? 0) + 1);
        this.#contexts.set(context, (this.#contexts.get(context) ?? 0) + 1);
      }
    }
  }

  /** The chance of the word's least likely letter after the two before it, 0 to 1. */
  leastLikely(word: string): number {
    const marked = mark(word);
    let least = 1;
    for (let i = 0; i + 3 <= marked.length; i++) {
      const context = this.#contexts.get(marked.slice(i, i + 2)) ?? 0;
      const count = this.#counts.get(marked.slice(i, i + 3)) ?? 0;
      least = Math.min(least, context === 0 ? 0 : count / context);
    }
    return least;
  }
}

function mark(word: string): string {
  return `^${word.toLowerCase()}$`;
}
