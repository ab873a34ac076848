import type { WeekRecord } from '@aurelfield/api';

const WEEK = 7 * 24 * 60 * 60 * 1000;
/** Weeks that are shown at most. */
const MOST = 26;

/**
 * The weeks from the first that has something to the last, with those in which nothing was heard; the latest
 * of them where there are many.
 */
export function allWeeks(weeks: readonly WeekRecord[]): WeekRecord[] {
  const [first, last] = [weeks[0], weeks.at(-1)];
  if (!first || !last) return [];
  const known = new Map(weeks.map((week) => [week.monday, week]));
  const all: WeekRecord[] = [];
  for (let at = Date.parse(first.monday); at <= Date.parse(last.monday); at += WEEK) {
    const monday = new Date(at).toISOString().slice(0, 10);
    all.push(known.get(monday) ?? { monday, seconds: 0, pace: null });
  }
  return all.slice(-MOST);
}

/** Minutes with one decimal. */
export function minutes(seconds: number): number {
  return Math.round(seconds / 6) / 10;
}
