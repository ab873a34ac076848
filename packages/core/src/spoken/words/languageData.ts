/** What the rules of a language with figures of its own engine need to know. Whole numbers are said by the engine, which counts in all of these languages; everything around them is said here. */
export interface LanguageData {
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
  /** The decimal sign; thousands are parted by the other one of "." and ",", or by a space. */
  readonly decimal: ',' | '.';
  /** Whether the figures after the decimal sign are said one by one; otherwise as a number, with the noughts before it. */
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
