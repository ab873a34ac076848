/**
 * A table that is looked up by words of a text: it has what is written in it and nothing else, so that
 * "constructor" or "toString", which every object answers to, are words like any other.
 */
export function lookupTable<T>(entries: Readonly<Record<string, T>>): Readonly<Record<string, T>> {
  return Object.assign(Object.create(null) as Record<string, T>, entries);
}
