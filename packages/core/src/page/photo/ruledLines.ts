import type { GreyPicture } from './picture.ts';

/** A ruled line that was taken out, in pixels of the page. */
export interface RuledLine {
  readonly isLevel: boolean;
  readonly x: number;
  readonly y: number;
  readonly length: number;
}

/** Darker than this is ink. */
const INK = 150;
/** Shares of the page's width. A level line is at least this long, longer than a dash of a heading … */
const LONG_LEVEL = 0.045;
/** … an upright one this long, longer than a letter of a heading … */
const LONG_UPRIGHT = 0.035;
/** … and both are at most this thick: 0.8 mm on A4. */
const THICK = 0.004;
/**
 * A line is straight: it drifts by at most this share of its length, or by a few pixels. A drawn curve drifts
 * further.
 */
const STRAIGHT = 0.03;
const FEW_PIXELS = 4;
/** Pixels by which a run may be broken. */
const GAP = 3;

/**
 * Takes long thin lines out, level and upright: recognisers take a ruled table for a picture. Letters that a
 * line runs through stay whole where they stick out of it. Runs of ink are followed from pixel to pixel and
 * may drift by one pixel at a time, since no line of a photo is quite straight.
 */
export function withoutRuledLines(picture: GreyPicture): { picture: GreyPicture; lines: RuledLine[] } {
  const out = Uint8Array.from(picture.pixels);
  const level = followed(picture, out, true);
  const upright = followed(picture, out, false);
  // Where lines cross, both are thick, and neither pass dared to take the ink.
  for (const i of level.thick) if (upright.thick.has(i)) out[i] = 255;
  return { picture: { ...picture, pixels: out }, lines: [...level.lines, ...upright.lines] };
}

interface Followed {
  readonly lines: RuledLine[];
  /** Pixels under a line where something else touches it. */
  readonly thick: ReadonlySet<number>;
}

function followed({ width, height, pixels }: GreyPicture, out: Uint8Array, isLevel: boolean): Followed {
  const [length, breadth] = isLevel ? [width, height] : [height, width];
  const index = (along: number, across: number) =>
    isLevel ? across * width + along : along * width + across;
  const isInk = (along: number, across: number) =>
    across >= 0 && across < breadth && (pixels[index(along, across)] ?? 255) < INK;
  const least = Math.round(width * (isLevel ? LONG_LEVEL : LONG_UPRIGHT));
  const thickest = Math.max(3, Math.round(width * THICK));
  /** From where to where the ink goes across a point; nothing where it is too thick for a line. */
  const extent = (along: number, across: number): readonly [number, number] | undefined => {
    let [from, to] = [across, across];
    while (to - from <= thickest && isInk(along, from - 1)) from -= 1;
    while (to - from <= thickest && isInk(along, to + 1)) to += 1;
    return to - from + 1 > thickest ? undefined : [from, to];
  };
  const done = new Uint8Array(pixels.length);
  const lines: RuledLine[] = [];
  const thick = new Set<number>();
  for (let across = 0; across < breadth; across++)
    for (let along = 0; along < length; along++) {
      if (done[index(along, across)] || !isInk(along, across)) continue;
      if (along > 0 && isInk(along - 1, across)) continue;
      const thin: (readonly [number, number, number])[] = [];
      const touched: (readonly [number, number, number])[] = [];
      let band: readonly [number, number] = [across, across];
      let [at, level, missing] = [along, across, 0];
      let [lowest, highest] = [across, across];
      while (at < length && missing <= GAP) {
        const step = [0, -1, 1].find((by) => isInk(at, level + by));
        if (step === undefined) missing += 1;
        else {
          missing = 0;
          level += step;
          lowest = Math.min(lowest, level);
          highest = Math.max(highest, level);
          const own = extent(at, level);
          if (own) {
            band = own;
            level = (own[0] + own[1]) >> 1;
            thin.push([at, ...own]);
            for (let k = own[0]; k <= own[1]; k++) done[index(at, k)] = 1;
          } else touched.push([at, ...band]);
        }
        at += 1;
      }
      const run = at - missing - along;
      // Where letters or other lines touch it, a line is thick for a while.
      if (run < least || thin.length < run * 0.7) continue;
      if (highest - lowest > Math.max(FEW_PIXELS, run * STRAIGHT)) continue;
      lines.push({ isLevel, x: isLevel ? along : across, y: isLevel ? across : along, length: run });
      for (const [point, from, to] of thin)
        for (let k = Math.max(0, from - 1); k <= Math.min(breadth - 1, to + 1); k++)
          out[index(point, k)] = 255;
      for (const [point, from, to] of touched)
        for (let k = Math.max(0, from - 1); k <= Math.min(breadth - 1, to + 1); k++)
          thick.add(index(point, k));
    }
  return { lines, thick };
}
