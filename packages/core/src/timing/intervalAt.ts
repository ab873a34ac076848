import type { Interval } from './clipTiming.ts';

/**
 * Index of the interval that holds `time`, or of the last one that began before it when `time` falls into a silence; -1 before the first.
 * Intervals must be in order.
 */
export function indexAt(intervals: readonly Pick<Interval, 'start'>[], time: number): number {
  let low = 0;
  let high = intervals.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((intervals[middle]?.start ?? Infinity) <= time) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
