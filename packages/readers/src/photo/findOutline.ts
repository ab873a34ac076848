import { distance, inPageOrder, isPage, signedArea, type Point, type Quad } from '@aurelfield/core/photo';
import type cvModule from '@techstark/opencv-js';
import type { Mat } from '@techstark/opencv-js';
import { constants, withOpenCv } from './openCv.ts';

/** A page found in a photo. All in shares of the photo's width and height. */
export interface FoundPage {
  readonly corners: Quad;
  /** Points around the page, in order. */
  readonly outline: readonly Point[];
}

interface SmallPicture {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue. */
  readonly pixels: Uint8Array;
}

/** A page takes at least this share of the photo … */
const LEAST = 0.12;
/** … and fills its four corners to this share. */
const FULL = 0.93;
/** Corners this near to each other, in shares of the photo's longer side, are of one page. */
const SAME = 0.03;
/** Points of the outline that are kept. */
const OUTLINE_POINTS = 480;

/**
 * Looks for the outline of a page in four ways: by brightness, by lack of colour, by brightness against what
 * is around, and by edges. What most of them agree on is taken: a shadow or a dark banner deceives one of
 * them, hardly two. Where no way gives a page with four corners in the photo, the straight edges that are
 * there are drawn on until they meet.
 * @returns nothing when no way gives a page: the corners are then for the teacher to set.
 */
export function findOutline(picture: SmallPicture): Promise<FoundPage | undefined> {
  return withOpenCv((cv, keep) => {
    const rgb = keep(cv.matFromArray(picture.height, picture.width, constants.CV_8UC3, picture.pixels));
    const grey = keep(new cv.Mat());
    cv.cvtColor(rgb, grey, constants.COLOR_RGB2GRAY);
    cv.GaussianBlur(grey, grey, new cv.Size(5, 5), 0);
    const contours = [byBrightness, byColour, byLocalBrightness, byEdges].flatMap(
      (mask) => largestIn(cv, keep, mask(cv, keep, grey, rgb)) ?? [],
    );
    const whole = contours.flatMap((contour) => pageOf(cv, keep, contour, picture) ?? []);
    const best =
      agreedOn(whole, picture) ??
      agreedOn(
        contours.flatMap((contour) => cutPageOf(cv, keep, contour, picture) ?? []),
        picture,
      );
    if (!best) return undefined;
    const share = ({ x, y }: Point) => ({ x: (x + 0.5) / picture.width, y: (y + 0.5) / picture.height });
    return { corners: best.corners.map(share) as unknown as Quad, outline: best.outline.map(share) };
  });
}

type Candidate = FoundPage & { readonly fullness: number };
type Size = Pick<SmallPicture, 'width' | 'height'>;

/** The page that most ways of looking agree on, the largest of several, as the clearest of them has it. */
function agreedOn(found: readonly Candidate[], { width, height }: Size): Candidate | undefined {
  const near = Math.max(width, height) * SAME;
  const groups = found.map((one) =>
    found.filter((other) =>
      one.corners.every((corner, i) => distance(corner, other.corners[i] ?? corner) < near),
    ),
  );
  const [best] = [...groups].sort(
    (a, b) => b.length - a.length || signedArea(b[0]?.corners ?? []) - signedArea(a[0]?.corners ?? []),
  );
  // Of those that agree the plain one: the others draw edges a little further out.
  return best?.[0];
}

type Library = typeof cvModule;
type Keep = <M extends { delete(): void }>(matrix: M) => M;
type Mask = (cv: Library, keep: Keep, grey: Mat, rgb: Mat) => Mat;

const byBrightness: Mask = (cv, keep, grey) => {
  const mask = keep(new cv.Mat());
  cv.threshold(grey, mask, 0, 255, constants.THRESH_BINARY + constants.THRESH_OTSU);
  return mask;
};

const byColour: Mask = (cv, keep, _grey, rgb) => {
  const hsv = keep(new cv.Mat());
  cv.cvtColor(rgb, hsv, constants.COLOR_RGB2HSV);
  const channels = keep(new cv.MatVector());
  cv.split(hsv, channels);
  const saturation = keep(channels.get(1));
  cv.GaussianBlur(saturation, saturation, new cv.Size(7, 7), 0);
  const mask = keep(new cv.Mat());
  cv.threshold(saturation, mask, 0, 255, constants.THRESH_BINARY_INV + constants.THRESH_OTSU);
  return mask;
};

const byLocalBrightness: Mask = (cv, keep, grey) => {
  const mask = keep(new cv.Mat());
  cv.adaptiveThreshold(grey, mask, 255, constants.ADAPTIVE_THRESH_MEAN_C, constants.THRESH_BINARY, 301, 0);
  return mask;
};

const byEdges: Mask = (cv, keep, grey) => {
  const edges = keep(new cv.Mat());
  cv.Canny(grey, edges, 30, 90);
  const kernel = keep(cv.Mat.ones(5, 5, constants.CV_8U));
  cv.dilate(edges, edges, kernel);
  // What the edges enclose: all that cannot be reached from outside.
  const contours = keep(new cv.MatVector());
  const hierarchy = keep(new cv.Mat());
  cv.findContours(edges, contours, hierarchy, constants.RETR_EXTERNAL, constants.CHAIN_APPROX_NONE);
  const mask = keep(cv.Mat.zeros(grey.rows, grey.cols, constants.CV_8U));
  cv.drawContours(mask, contours, -1, new cv.Scalar(255), constants.FILLED);
  cv.erode(mask, mask, kernel);
  return mask;
};

/** A contour around the largest patch of a mask, with its area; nothing where it is small. */
interface Contour {
  readonly matrix: Mat;
  readonly area: number;
}

function largestIn(cv: Library, keep: Keep, mask: Mat): Contour | undefined {
  const size = Math.max(mask.cols, mask.rows);
  const kernel = (share: number) =>
    keep(cv.Mat.ones(Math.round(size * share), Math.round(size * share), constants.CV_8U));
  // Letters are holes in the page; bright grain of the desk must not hang on to it.
  cv.morphologyEx(mask, mask, constants.MORPH_CLOSE, kernel(0.012));
  cv.morphologyEx(mask, mask, constants.MORPH_OPEN, kernel(0.03));
  const contours = keep(new cv.MatVector());
  const hierarchy = keep(new cv.Mat());
  cv.findContours(mask, contours, hierarchy, constants.RETR_EXTERNAL, constants.CHAIN_APPROX_NONE);
  let largest: Contour | undefined;
  for (let i = 0; i < contours.size(); i++) {
    const matrix = keep(contours.get(i));
    const area = cv.contourArea(matrix);
    if (area > (largest?.area ?? 0)) largest = { matrix, area };
  }
  return largest && largest.area >= mask.cols * mask.rows * LEAST ? largest : undefined;
}

function pageOf(cv: Library, keep: Keep, { matrix, area }: Contour, size: Size): Candidate | undefined {
  const hull = keep(new cv.Mat());
  cv.convexHull(matrix, hull);
  const corners = cornersOf(cv, keep, hull);
  if (!corners || !isPage(corners)) return undefined;
  const quad = signedArea(corners);
  const outside = pointsOf(matrix);
  // A page that runs out of the photo has no corners to be flattened by.
  const cut = outside.filter((point) => isAtRim(point, size)).length;
  const fullness = Math.min(area / quad, quad / area) - cut / outside.length;
  return fullness < FULL ? undefined : { corners, outline: thinned(outside), fullness };
}

function thinned(points: readonly Point[]): Point[] {
  const step = Math.max(1, Math.floor(points.length / OUTLINE_POINTS));
  return points.filter((_, i) => i % step === 0);
}

function isAtRim({ x, y }: Point, { width, height }: Size, near = 2): boolean {
  return x < near || y < near || x > width - 1 - near || y > height - 1 - near;
}

/** Edges of a page are at least this long, in shares of the photo's longer side. */
const EDGE = 0.12;
/** Corners may lie this far outside the photo, in shares of it. */
const BEYOND = 0.2;
/** Contours of a page that is cut fill their part of the photo to this share. */
const CUT_FULL = 0.8;

/**
 * A page of which a corner or an edge is out of the photo: its straight edges are drawn on until they meet;
 * where a whole edge is missing, the rim of the photo stands for it.
 */
function cutPageOf(cv: Library, keep: Keep, { matrix, area }: Contour, size: Size): Candidate | undefined {
  const longest = Math.max(size.width, size.height);
  const hull = keep(new cv.Mat());
  cv.convexHull(matrix, hull);
  const coarse = keep(new cv.Mat());
  cv.approxPolyDP(hull, coarse, 0.012 * longest, true);
  const vertices = pointsOf(coarse);
  const clockwise = signedArea(vertices) >= 0 ? vertices : [...vertices].reverse();
  const isRim = ({ from, to }: Side) =>
    isAtRim({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }, size, 4) &&
    isAtRim(from, size, 6) &&
    isAtRim(to, size, 6);
  const sides = straightened(
    clockwise.map((from, i) => ({ from, to: clockwise[(i + 1) % clockwise.length] ?? from })),
    isRim,
  );
  const edges = sides.filter((side) => !isRim(side) && distance(side.from, side.to) > longest * EDGE);
  const rims = sides.filter(isRim);
  if (rims.length === 0) return undefined;
  const four =
    edges.length === 4
      ? edges
      : edges.length === 3
        ? [...edges, rims.reduce((a, b) => (distance(b.from, b.to) > distance(a.from, a.to) ? b : a))]
        : [];
  if (four.length !== 4) return undefined;
  const inTurn = sides.filter((side) => four.includes(side));
  const meeting = inTurn.map((side, i) => crossing(inTurn[(i + 3) % 4] ?? side, side));
  if (meeting.some((point) => point === undefined)) return undefined;
  const corners = inPageOrder(meeting as unknown as Quad);
  const isNear = ({ x, y }: Point) =>
    x > -size.width * BEYOND &&
    x < size.width * (1 + BEYOND) &&
    y > -size.height * BEYOND &&
    y < size.height * (1 + BEYOND);
  if (!corners.every(isNear) || !isPage(corners)) return undefined;
  const seen = Math.abs(signedArea(clipped(corners, size)));
  const fullness = Math.min(area / seen, seen / area);
  if (fullness < CUT_FULL) return undefined;
  const outline = pointsOf(matrix).filter((point) => !isAtRim(point, size, 4));
  return { corners, outline: thinned(outline), fullness };
}

/** Sides of a polygon that go on nearly straight are one: a page that is bent has edges of several. */
function straightened(sides: readonly Side[], isRim: (side: Side) => boolean): Side[] {
  const merged: Side[] = [];
  const goesOn = (a: Side, b: Side) => isRim(a) === isRim(b) && Math.abs(turnOf(a, b)) < BENT;
  for (const side of sides) {
    const last = merged.at(-1);
    if (last && goesOn(last, side)) merged[merged.length - 1] = { from: last.from, to: side.to };
    else merged.push(side);
  }
  const [first, last] = [merged[0], merged.at(-1)];
  if (merged.length > 4 && first && last && goesOn(last, first))
    return [{ from: last.from, to: first.to }, ...merged.slice(1, -1)];
  return merged;
}

/** By how much a side turns from the one before, in radians. */
function turnOf(a: Side, b: Side): number {
  const [ax, ay, bx, by] = [a.to.x - a.from.x, a.to.y - a.from.y, b.to.x - b.from.x, b.to.y - b.from.y];
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
}
/** An edge of a bent page turns by less than this: 14 degrees. */
const BENT = 0.25;

interface Side {
  readonly from: Point;
  readonly to: Point;
}

/** Where two lines meet; nothing where they are parallel. */
function crossing(a: Side, b: Side): Point | undefined {
  const [ax, ay, bx, by] = [a.to.x - a.from.x, a.to.y - a.from.y, b.to.x - b.from.x, b.to.y - b.from.y];
  const turn = ax * by - ay * bx;
  if (Math.abs(turn) < 0.05 * Math.hypot(ax, ay) * Math.hypot(bx, by)) return undefined;
  const t = ((b.from.x - a.from.x) * by - (b.from.y - a.from.y) * bx) / turn;
  return { x: a.from.x + ax * t, y: a.from.y + ay * t };
}

/** The part of a polygon that lies in the photo (Sutherland and Hodgman 1974, from memory). */
function clipped(polygon: readonly Point[], { width, height }: Size): Point[] {
  const bounds: ((point: Point) => number)[] = [
    ({ x }) => x,
    ({ x }) => width - x,
    ({ y }) => y,
    ({ y }) => height - y,
  ];
  return bounds.reduce<Point[]>(
    (points, inside) =>
      points.flatMap((point, i) => {
        const before = points[(i + points.length - 1) % points.length] ?? point;
        const [a, b] = [inside(before), inside(point)];
        const at = a / (a - b);
        const between = { x: before.x + (point.x - before.x) * at, y: before.y + (point.y - before.y) * at };
        return [...(a >= 0 !== b >= 0 ? [between] : []), ...(b >= 0 ? [point] : [])];
      }),
    [...polygon],
  );
}

/** Four corners of a hull: its outline is made coarser until four are left. */
function cornersOf(cv: Library, keep: Keep, hull: Mat): Quad | undefined {
  const length = cv.arcLength(hull, true);
  const coarse = keep(new cv.Mat());
  for (let share = 0.01; share < 0.12; share += 0.004) {
    cv.approxPolyDP(hull, coarse, share * length, true);
    if (coarse.rows === 4) return inPageOrder(pointsOf(coarse) as unknown as Quad);
    if (coarse.rows < 4) return undefined;
  }
  return undefined;
}

function pointsOf(matrix: Mat): Point[] {
  return Array.from({ length: matrix.rows }, (_, i) => ({
    x: matrix.data32S[i * 2] ?? 0,
    y: matrix.data32S[i * 2 + 1] ?? 0,
  }));
}
