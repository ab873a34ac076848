import type { GreyPicture } from '@aurelfield/core/photo';
import sharp from 'sharp';
import { ReaderError } from '../readerError.ts';

/** Pictures of more pixels are refused: 120 megapixels. */
const MOST_PIXELS = 120_000_000;
/** Longer sides are made shorter: an A4 page is then still finer than it is read. */
const LONGEST = 4200;
/** The page is looked for in a small picture. */
const OUTLINE_LONGEST = 1000;
/** What screens show of a photo. */
const SHOWN_LONGEST = 1800;
/** Shorter sides say nothing that could be read. */
const SHORTEST = 200;

/** A photo, turned upright as its camera noted. */
export interface Photo {
  readonly width: number;
  readonly height: number;
  /** For screens: a JPEG. */
  readonly shown: Uint8Array;
  readonly grey: () => Promise<GreyPicture>;
  /** Red, green and blue of a small copy. */
  readonly small: () => Promise<{ width: number; height: number; pixels: Uint8Array }>;
}

/**
 * Decodes a photo: JPEG, PNG, WebP, GIF, TIFF, AVIF.
 * @throws ReaderError when it is none, or too large or small.
 */
export async function decodePhoto(name: string, bytes: Uint8Array): Promise<Photo> {
  if (bytes.length === 0)
    throw new ReaderError('empty', `“${name}” is empty. Choose the photo again, or take it anew.`);
  const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' }).rotate();
  const metadata = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined);
  if (metadata?.format === undefined || metadata.format === 'svg')
    throw new ReaderError(
      'not-photo',
      `“${name}” is no photo that can be read here. Use JPEG, PNG, WebP or TIFF; a phone can be set to store its photos as JPEG (“most compatible”).`,
    );
  if (metadata.width * metadata.height > MOST_PIXELS)
    throw new ReaderError(
      'too-large',
      `“${name}” has ${Math.round((metadata.width * metadata.height) / 1e6)} megapixels; 120 are the most. Make it smaller, or take it anew.`,
    );
  if (Math.min(metadata.width, metadata.height) < SHORTEST)
    throw new ReaderError(
      'too-small',
      `“${name}” is too small to read words in it. Take the photo from nearer.`,
    );
  const within = (longest: number) =>
    open()
      .flatten({ background: '#ffffff' })
      .resize(longest, longest, { fit: 'inside', withoutEnlargement: true });
  try {
    const grey = await within(LONGEST).grayscale().raw().toBuffer({ resolveWithObject: true });
    return {
      width: grey.info.width,
      height: grey.info.height,
      shown: await within(SHOWN_LONGEST).jpeg({ quality: 80 }).toBuffer(),
      grey: () => Promise.resolve({ width: grey.info.width, height: grey.info.height, pixels: grey.data }),
      small: async () => {
        const { data, info } = await within(OUTLINE_LONGEST)
          .toColourspace('srgb')
          .removeAlpha()
          .raw()
          .toBuffer({ resolveWithObject: true });
        if (info.channels === 3) return { width: info.width, height: info.height, pixels: data };
        const pixels = new Uint8Array(info.width * info.height * 3);
        for (let i = 0; i < pixels.length; i++) pixels[i] = data[Math.floor(i / 3) * info.channels] ?? 0;
        return { width: info.width, height: info.height, pixels };
      },
    };
  } catch {
    throw new ReaderError(
      'broken',
      `“${name}” is damaged or cut short. Copy it from the phone again, or take it anew.`,
    );
  }
}
