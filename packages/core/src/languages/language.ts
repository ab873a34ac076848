/** Abbreviations written with a full stop, in small letters and without their last stop. */
export interface Abbreviations {
  /** Never the last word of a sentence: a title before a name, "e.g.", "vs.". */
  readonly neverLast: ReadonlySet<string>;
  /** Abbreviations only where a number follows: "No. 7", "p. 12", but "He said no." */
  readonly beforeNumber: ReadonlySet<string>;
}

/** The words around numbers. The engine says whole numbers itself; it counts in all of these languages. */
export interface SpokenWords {
  readonly minus: string;
  readonly plus: string;
  readonly equals: string;
  readonly times: string;
  readonly dividedBy: string;
  readonly lessThan: string;
  readonly greaterThan: string;
  readonly percent: string;
  /** Between the two ends of a range. */
  readonly to: string;
  /** Said for the decimal sign. */
  readonly point: string;
  /** The decimal sign; thousands are separated by the other one of "." and ",", or by a space. */
  readonly decimal: ',' | '.';
  /**
   * Whether the figures after the decimal sign are said one by one; otherwise as a number, with the noughts
   * before it.
   */
  readonly figuresApart: boolean;
  readonly zero: string;
  /** Simple fractions as they are said. */
  readonly fractions: Readonly<Record<string, string>>;
  /** Symbol → said for one, said for many. */
  readonly units: Readonly<Record<string, readonly [one: string, many: string]>>;
  readonly currencies: Readonly<Record<string, readonly [one: string, many: string]>>;
  readonly months: readonly string[];
  /** The day of a date: "1" → "ersten". `undefined` where the engine's cardinal is right. */
  readonly days: (day: number) => string | undefined;
  /** Between day, month and year, where something is said ("de"). */
  readonly of: string | undefined;
  /** A time of the clock, by its figures. */
  readonly clock: (hour: string, minute: string) => readonly string[];
  /** Abbreviations in small letters without the last stop. */
  readonly abbreviations: Readonly<Record<string, string>>;
}

/**
 * Everything that is known of a language. Only `tag` is needed; each other field adds what it makes possible.
 */
export interface Language {
  /** BCP 47, without a region. */
  readonly tag: string;
  /** How the guesser by letter sequences names it (ISO 639-3). */
  readonly guesserCode?: string;
  /** How text recognition names it (ISO 639-2/T). */
  readonly recogniserCode?: string;
  /** Its commonest short words, by which a text is found to be in it. From memory. */
  readonly functionWords?: ReadonlySet<string>;
  /**
   * Small words that are none of English, without accents: a photographed page with several of them is read
   * in it too.
   */
  readonly photoWords?: ReadonlySet<string>;
  readonly abbreviations?: Abbreviations;
  /**
   * What is said for things that are shown otherwise: before a question's number, for an address, before a
   * heading.
   */
  readonly announced?: {
    readonly question?: string;
    readonly link?: string;
    readonly heading?: string;
    readonly picture?: string;
  };
  /**
   * Words that may open a clause, for a breath in a long sentence; before some of them a reader pauses
   * anyway.
   */
  readonly clauses?: {
    readonly openers: ReadonlySet<string>;
    readonly pausedBefore: ReadonlySet<string>;
  };
  /** A sentence of ours to try a voice with. */
  readonly sampleSentence?: string;
  /** For the rules of `spoken/rules/anyLanguage.ts`; a language with rules of its own has none. */
  readonly spoken?: SpokenWords;
}
