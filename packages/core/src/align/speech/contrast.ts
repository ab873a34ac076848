import type { FramePairs } from './adapt.ts';
import { pooled, type Features } from './features.ts';
import { distance } from './wordPath.ts';

/** How far apart two frames are that say the same, and any two: what steps cost is measured by it. */
export interface Contrast {
  readonly same: number;
  readonly any: number;
}

/** The golden ratio: multiples of such a share of any length lie all over it. */
const SCATTER = (Math.sqrt(5) - 1) / 2;

/** How well two sounds are told apart by frames of them that say the same, `by` frames taken together. */
export function contrastOf(compared: Features, recorded: Features, pairs: FramePairs, by: number): Contrast {
  const all = pairs.recorded.length;
  const [a, b] = [pooled(compared, by), pooled(recorded, by)];
  let [same, any, count] = [0, 0, 0];
  for (let i = 0; i < pairs.compared.length; i += by) {
    const [x, y] = [Math.floor((pairs.compared[i] ?? 0) / by), Math.floor((pairs.recorded[i] ?? 0) / by)];
    if (x >= a.frames || y >= b.frames) continue;
    const other = Math.floor((pairs.recorded[otherThan(i, all)] ?? 0) / by);
    same += distance(a, x, b, y);
    any += distance(a, x, b, Math.min(b.frames - 1, other));
    count += 1;
  }
  return count === 0 ? { same: 1, any: 2 } : { same: same / count, any: Math.max(any, same * 1.1) / count };
}

/**
 * Another of so many pairs; scattered evenly over all of them, since a text may say the same again and again.
 */
function otherThan(pair: number, all: number): number {
  return (pair * Math.round(SCATTER * all)) % all;
}
