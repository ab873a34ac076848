import type { GreyPicture } from './picture.ts';

/** A box to be ticked, in pixels of the page. */
export interface PrintedCheckbox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Darker than this is ink. */
const INK = 150;
/** Sides of a box in shares of the page's width: 2.3 to 8 mm on A4. */
const SMALLEST = 0.011;
const LARGEST = 0.038;
/** Each side is drawn over this share of its length, corners too; a letter's corners are round. */
const DRAWN = 0.85;
/** The breadth of a side's strip in shares of the box, and how much ink may be inside. */
const STRIP = 0.22;
const EMPTY = 0.06;

/**
 * Finds empty square boxes, as questions to be answered by a tick have them, and takes them out: recognisers
 * read them as letters and brackets.
 * @returns the picture without them, and where they were.
 */
export function withoutCheckboxes(picture: GreyPicture): { picture: GreyPicture; boxes: PrintedCheckbox[] } {
  const { width, pixels } = picture;
  const [least, most] = [width * SMALLEST, width * LARGEST];
  const boxes = patchesOf(picture, most * 4).filter(
    (box) =>
      box.width >= least &&
      box.height >= least &&
      box.width <= most &&
      box.height <= most &&
      box.width / box.height < 1.3 &&
      box.height / box.width < 1.3 &&
      isHollow(picture, box),
  );
  if (boxes.length === 0) return { picture, boxes };
  const out = Uint8Array.from(pixels);
  for (const { x, y, width: wide, height: high } of boxes)
    for (let row = y - 1; row <= y + high; row++)
      out.fill(255, row * width + x - 1, row * width + x + wide + 1);
  return { picture: { ...picture, pixels: out }, boxes };
}

/** Boxes around patches of ink that hang together, of at most `most` pixels around. */
function patchesOf({ width, height, pixels }: GreyPicture, most: number): PrintedCheckbox[] {
  const seen = new Uint8Array(pixels.length);
  const boxes: PrintedCheckbox[] = [];
  const stack: number[] = [];
  for (let start = 0; start < pixels.length; start++) {
    if (seen[start] || (pixels[start] ?? 255) >= INK) continue;
    let [left, right, top, bottom, size] = [width, 0, height, 0, 0];
    stack.push(start);
    seen[start] = 1;
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      const [column, row] = [at % width, Math.floor(at / width)];
      size += 1;
      left = Math.min(left, column);
      right = Math.max(right, column);
      top = Math.min(top, row);
      bottom = Math.max(bottom, row);
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const next = at + dy * width + dx;
          if (column + dx < 0 || column + dx >= width || next < 0 || next >= pixels.length) continue;
          if (seen[next] || (pixels[next] ?? 255) >= INK) continue;
          seen[next] = 1;
          stack.push(next);
        }
    }
    if (size > 8 && right - left <= most && bottom - top <= most)
      boxes.push({ x: left, y: top, width: right - left + 1, height: bottom - top + 1 });
  }
  return boxes;
}

function isHollow({ width, pixels }: GreyPicture, box: PrintedCheckbox): boolean {
  const isInk = (x: number, y: number) => (pixels[(box.y + y) * width + box.x + x] ?? 255) < INK;
  const [across, down] = [Math.ceil(box.width * STRIP), Math.ceil(box.height * STRIP)];
  const range = (length: number) => Array.from({ length }, (_, i) => i);
  const drawn = (length: number, depth: number, at: (along: number, into: number) => boolean) =>
    range(length).filter((along) => range(depth).some((into) => at(along, into))).length >= length * DRAWN;
  const sides = [
    drawn(box.width, down, isInk),
    drawn(box.width, down, (along, into) => isInk(along, box.height - 1 - into)),
    drawn(box.height, across, (along, into) => isInk(into, along)),
    drawn(box.height, across, (along, into) => isInk(box.width - 1 - into, along)),
  ];
  if (!sides.every(Boolean)) return false;
  let [ink, all] = [0, 0];
  for (let y = down; y < box.height - down; y++)
    for (let x = across; x < box.width - across; x++) {
      all += 1;
      if (isInk(x, y)) ink += 1;
    }
  return ink <= all * EMPTY && hasCorners(box, isInk);
}

/** Whether ink lies right in the corners. */
function hasCorners({ width, height }: PrintedCheckbox, isInk: (x: number, y: number) => boolean): boolean {
  const near = Math.max(2, Math.round(width * 0.12));
  return [
    [0, 0],
    [width - near, 0],
    [0, height - near],
    [width - near, height - near],
  ].every(([x = 0, y = 0]) => {
    for (let dy = 0; dy < near; dy++)
      for (let dx = 0; dx < near; dx++) if (isInk(x + dx, y + dy)) return true;
    return false;
  });
}
