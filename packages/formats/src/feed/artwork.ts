import sharp from 'sharp';
import { drawnSquare } from '../tools/cover.ts';

/** Least and most pixels of a side of a feed's artwork. Common practice, no source. */
export const ARTWORK_SIDES = [1400, 3000] as const;

/** What is wrong with a picture as a feed's artwork, in words; undefined when nothing is. */
export async function artworkError(content: Uint8Array): Promise<string | undefined> {
  const [least, most] = ARTWORK_SIDES;
  const facts = await factsOf(content);
  if (!facts || (facts.format !== 'jpeg' && facts.format !== 'png'))
    return 'This is no JPEG or PNG picture. Choose another file.';
  const { width, height } = facts;
  if (width !== height)
    return `The picture has ${width} × ${height} pixels; players want a square. Cut it and try again.`;
  if (width < least || width > most)
    return `The picture has ${width} pixels on a side; players want ${least.toLocaleString('en-GB')} to ${most.toLocaleString('en-GB')}.`;
  return undefined;
}

async function factsOf(content: Uint8Array): Promise<sharp.Metadata | undefined> {
  try {
    return await sharp(content).metadata();
  } catch {
    return undefined;
  }
}

/** The media type of a picture that has passed {@link artworkProblem}. */
export function artworkType(content: Uint8Array): 'image/png' | 'image/jpeg' {
  return content[0] === 0x89 ? 'image/png' : 'image/jpeg';
}

/** A picture as PNG, whatever it was. */
export async function asPng(content: Uint8Array): Promise<Uint8Array> {
  return artworkType(content) === 'image/png' ? content : sharp(content).png().toBuffer();
}

/** Artwork drawn from a title and a school's name, as PNG. */
export function drawnArtwork(title: string, school: string): Promise<Buffer> {
  return drawnSquare({ title, below: school, ground: '#1f3d36', ink: '#ffffff', bar: '#f0b46a' });
}
