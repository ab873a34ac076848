/** What is known of words, for readers that mend hyphens. */
export interface ReadOptions {
  readonly isWord: (word: string) => boolean;
  /** Called before each part of a long document. */
  readonly onStep?: () => void;
}
