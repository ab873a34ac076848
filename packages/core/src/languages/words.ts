/** Words separated by spaces, as a set. */
export function words(list: string): ReadonlySet<string> {
  return new Set(list.split(' '));
}

/** A unit that is said alike for one and for many. */
export const same = (word: string) => [word, word] as const;

/** A clock time: the hour, `between`, the minutes; `whole` on the hour. */
export const clockWith =
  (between: string, whole = between) =>
  (hour: string, minute: string): readonly string[] =>
    minute === '00'
      ? [hour, ...whole.split(' ').filter(Boolean)]
      : [hour, ...between.split(' ').filter(Boolean), minute.replace(/^0(?=\d)/u, '')];
