/**
 * Index of the last item that begins at or before `time`; -1 when all begin later.
 * @param items in order of their beginnings.
 * @param startOf the beginning of an item, in the unit of `time`.
 */
export function indexAt<T>(items: readonly T[], time: number, startOf: (item: T) => number): number {
  let low = 0;
  let high = items.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    // `middle` lies below `high`, so the item is there.
    if (startOf(items[middle] as T) <= time) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
