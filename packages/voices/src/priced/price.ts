/** What a priced service asks. */
export interface Price {
  /** In `currency`, for a million characters. */
  readonly perMillion: number;
  /** ISO 4217 code. */
  readonly currency: string;
  /** Characters a month that cost nothing. */
  readonly freePerMonth: number;
}

/**
 * What some characters cost in this month, in the price's currency.
 * @param used characters sent in this month before them.
 */
export function costOf(characters: number, used: number, { perMillion, freePerMonth }: Price): number {
  const free = Math.max(0, freePerMonth - used);
  return (Math.max(0, characters - free) * perMillion) / 1_000_000;
}
