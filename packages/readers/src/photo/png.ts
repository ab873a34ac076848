import type { GreyPicture } from '@aurelfield/core/photo';
import sharp from 'sharp';

/** A picture for the image library. */
export function imageOf({ width, height, pixels }: GreyPicture): sharp.Sharp {
  return sharp(pixels, { raw: { width, height, channels: 1 } });
}

/** A picture as a PNG, packed quickly rather than well. */
export function pngOf(picture: GreyPicture): Promise<Buffer> {
  return imageOf(picture).png({ compressionLevel: 1 }).toBuffer();
}
