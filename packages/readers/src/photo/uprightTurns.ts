import { flattened, resampled, toPhoto, type GreyPicture, type PageWarp } from '@aurelfield/core/photo';
import { pngOf } from './png.ts';
import { recogniserSays } from './tesseract.ts';

/**
 * Longer side of the page when only its direction is looked for: letters of 9 points are still 15 pixels
 * high.
 */
const LONGER_SIDE = 1700;
/**
 * Below this the recogniser guesses: pages with little text. As the engine's own documentation has it, from
 * memory.
 */
const SURE = 2;

/**
 * How many quarter turns clockwise stand a page upright, by the direction of its letters (the recogniser's
 * own script detection).
 * @param warp in pixels of the photo.
 * @returns 0 where there is too little text to tell.
 */
export async function uprightTurns(photo: GreyPicture, warp: PageWarp, shape: number): Promise<number> {
  const size = {
    width: Math.round(shape < 1 ? LONGER_SIDE * shape : LONGER_SIDE),
    height: Math.round(shape < 1 ? LONGER_SIDE : LONGER_SIDE / shape),
  };
  const page = flattened(resampled(photo, size, toPhoto(warp), true));
  const report = await recogniserSays(await pngOf(page)).catch(() => '');
  const degrees = Number(/^Rotate:\s*(\d+)/mu.exec(report)?.[1] ?? 0);
  const confidence = Number(/^Orientation confidence:\s*([\d.]+)/mu.exec(report)?.[1] ?? 0);
  return confidence >= SURE ? Math.round(degrees / 90) % 4 : 0;
}
