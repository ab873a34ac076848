import { inPageOrder, isPage, signedArea, type Point, type Quad } from '@aurelfield/core';
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
/** … fills its four corners to this share … */
const FULL = 0.93;
/** … and is found for sure when it fills them like this. */
const SURE = 0.975;
/** Points of the outline that are kept. */
const OUTLINE_POINTS = 480;

/**
 * Looks for the outline of a page: in turn by brightness, by lack of colour, by brightness against what is around, and by edges. The first that gives a clear page is taken, else the clearest.
 * @returns nothing when no mask gives one: the corners are then for the teacher to set.
 */
export function findOutline(picture: SmallPicture): Promise<FoundPage | undefined> {
  return withOpenCv((cv, keep) => {
    const rgb = keep(cv.matFromArray(picture.height, picture.width, constants.CV_8UC3, picture.pixels));
    const grey = keep(new cv.Mat());
    cv.cvtColor(rgb, grey, constants.COLOR_RGB2GRAY);
    cv.GaussianBlur(grey, grey, new cv.Size(5, 5), 0);
    let best: (FoundPage & { readonly fullness: number }) | undefined;
    for (const mask of [byBrightness, byColour, byLocalBrightness, byEdges]) {
      const found = pageOf(cv, keep, mask(cv, keep, grey, rgb));
      if (found && (best === undefined || found.fullness > best.fullness)) best = found;
      if (best && best.fullness >= SURE) break;
    }
    if (!best) return undefined;
    const share = ({ x, y }: Point) => ({ x: (x + 0.5) / picture.width, y: (y + 0.5) / picture.height });
    return { corners: best.corners.map(share) as unknown as Quad, outline: best.outline.map(share) };
  });
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

function pageOf(cv: Library, keep: Keep, mask: Mat): (FoundPage & { fullness: number }) | undefined {
  const size = Math.max(mask.cols, mask.rows);
  const kernel = (share: number) =>
    keep(cv.Mat.ones(Math.round(size * share), Math.round(size * share), constants.CV_8U));
  // Letters are holes in the page; bright grain of the desk must not hang on to it.
  cv.morphologyEx(mask, mask, constants.MORPH_CLOSE, kernel(0.012));
  cv.morphologyEx(mask, mask, constants.MORPH_OPEN, kernel(0.03));
  const contours = keep(new cv.MatVector());
  const hierarchy = keep(new cv.Mat());
  cv.findContours(mask, contours, hierarchy, constants.RETR_EXTERNAL, constants.CHAIN_APPROX_NONE);
  let largest: Mat | undefined;
  let area = 0;
  for (let i = 0; i < contours.size(); i++) {
    const contour = keep(contours.get(i));
    const own = cv.contourArea(contour);
    if (own > area) [largest, area] = [contour, own];
  }
  if (!largest || area < mask.cols * mask.rows * LEAST) return undefined;
  const hull = keep(new cv.Mat());
  cv.convexHull(largest, hull);
  const corners = cornersOf(cv, keep, hull);
  if (!corners || !isPage(corners)) return undefined;
  const quad = signedArea(corners);
  const outside = pointsOf(largest);
  // A page that runs out of the photo has no corners to be laid flat by.
  const cut = outside.filter(({ x, y }) => x < 2 || y < 2 || x > mask.cols - 3 || y > mask.rows - 3).length;
  const fullness = Math.min(area / quad, quad / area) - cut / outside.length;
  if (fullness < FULL) return undefined;
  const step = Math.max(1, Math.floor(outside.length / OUTLINE_POINTS));
  return { corners, outline: outside.filter((_, i) => i % step === 0), fullness };
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
