import sharp from 'sharp';

/** How a page is photographed. Angles in degrees, lengths as shares of the page's width. */
export interface Shot {
  readonly turn: number;
  readonly tilt: number;
  /** Which way the page leans away, in degrees around the line of sight. */
  readonly lean: number;
  /** Height of the bulge of a page that does not lie flat. */
  readonly curl: number;
  /** How dark the shadow is, 0 to 1. */
  readonly shadow: number;
  /** Blur of the lens, in pixels of the photo. */
  readonly blur: number;
  readonly noise: number;
  /** Quality of the JPEG, 1 to 100. */
  readonly quality: number;
}

export type Level = 'mild' | 'typical' | 'hard';

/** A repeatable stream of numbers from 0 to 1 (mulberry32, public domain, from memory). */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A shot of a level: mild is a careful photo, hard one taken in haste by the window. */
export function shotOf(level: Level, random: () => number): Shot {
  const between = (from: number, to: number) => from + (to - from) * random();
  const signed = (from: number, to: number) => between(from, to) * (random() < 0.5 ? -1 : 1);
  const lean = between(0, 360);
  if (level === 'mild')
    return { turn: signed(1, 2), tilt: between(0, 3), lean, curl: 0, shadow: between(0.05, 0.15), blur: 0.4, noise: 2, quality: 88 }; // prettier-ignore
  if (level === 'typical')
    return { turn: signed(2, 4.5), tilt: between(4, 10), lean, curl: between(0.01, 0.03), shadow: between(0.25, 0.45), blur: 0.7, noise: 4, quality: 75 }; // prettier-ignore
  return { turn: signed(4, 7), tilt: between(12, 20), lean, curl: between(0.025, 0.05), shadow: between(0.45, 0.65), blur: 1.1, noise: 6, quality: 55 }; // prettier-ignore
}

const PHOTO = { width: 2448, height: 3264 };
/** Distance from the lens to the page, in page widths. */
const DISTANCE = 1.7;
const CELLS = 64;
/** Share of the photo that the page takes at most. */
const FILLED = 0.92;

/**
 * A photo of a page that lies on a desk, made of a picture of the page: a bent sheet in space is seen through
 * a pinhole, lit unevenly, blurred and kept as a JPEG.
 * @param page PNG of the page seen straight on.
 */
export async function photograph(page: Buffer, shot: Shot, random: () => number): Promise<Buffer> {
  const { data, info } = await sharp(page).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const photo = desk(random);
  const place = placing(info.height / info.width, shot);
  for (let row = 0; row < CELLS; row++)
    for (let column = 0; column < CELLS; column++) {
      const corner = (i: number, j: number) => {
        const [u, v] = [(column + i) / CELLS, (row + j) / CELLS];
        return { ...place(u, v), u: u * (info.width - 1), v: v * (info.height - 1) };
      };
      const [a, b, c, d] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)];
      fill(photo, data, info, [a, b, c]);
      fill(photo, data, info, [a, c, d]);
    }
  light(photo, shot.shadow, random);
  const blurred = await sharp(photo, { raw: { ...PHOTO, channels: 3 } })
    .blur(shot.blur)
    .raw()
    .toBuffer();
  for (let i = 0; i < blurred.length; i++) {
    blurred[i] = Math.max(0, Math.min(255, (blurred[i] ?? 0) + (random() - 0.5) * shot.noise * 3.4));
  }
  return sharp(blurred, { raw: { ...PHOTO, channels: 3 } })
    .jpeg({ quality: shot.quality })
    .toBuffer();
}

interface Vertex {
  readonly x: number;
  readonly y: number;
  readonly u: number;
  readonly v: number;
}

/** Where the corners of a page are in its photo: shares of width and height, clockwise from the top left. */
export function cornersOf(ratio: number, shot: Shot): { x: number; y: number }[] {
  const place = placing(ratio, shot);
  return [place(0, 0), place(1, 0), place(1, 1), place(0, 1)].map(({ x, y }) => ({
    x: x / PHOTO.width,
    y: y / PHOTO.height,
  }));
}

/** Page coordinates from 0 to 1 → photo pixels; the whole page is in view. */
function placing(ratio: number, shot: Shot) {
  const seen = (u: number, v: number) => project(u, v, ratio, shot);
  const steps = Array.from({ length: CELLS + 1 }, (_, i) => i / CELLS);
  const edge = steps.flatMap((s) => [seen(s, 0), seen(s, 1), seen(0, s), seen(1, s)]);
  const [left, right] = [Math.min(...edge.map(({ x }) => x)), Math.max(...edge.map(({ x }) => x))];
  const [top, bottom] = [Math.min(...edge.map(({ y }) => y)), Math.max(...edge.map(({ y }) => y))];
  const scale = FILLED * Math.min(PHOTO.width / (right - left), PHOTO.height / (bottom - top));
  return (u: number, v: number) => {
    const { x, y } = seen(u, v);
    return {
      x: PHOTO.width / 2 + scale * (x - (left + right) / 2),
      y: PHOTO.height / 2 + scale * (y - (top + bottom) / 2),
    };
  };
}

/** A point of the bent and tilted sheet, seen through a pinhole. */
function project(u: number, v: number, ratio: number, { turn, tilt, lean, curl }: Shot) {
  const radians = (degrees: number) => (degrees * Math.PI) / 180;
  const [turned, tilted, leant] = [radians(turn), radians(tilt), radians(lean)];
  const [flatX, flatY] = [u - 0.5, (v - 0.5) * ratio];
  // A sheet that was folded or comes from a book is high at one side and flat at the other.
  const height = curl * Math.sin(Math.PI * u ** 1.3) * (1 - 0.35 * v);
  const x = flatX * Math.cos(turned) - flatY * Math.sin(turned);
  const y = flatX * Math.sin(turned) + flatY * Math.cos(turned);
  const along = x * Math.cos(leant) + y * Math.sin(leant);
  const across = -x * Math.sin(leant) + y * Math.cos(leant);
  const back = along * Math.cos(tilted) + height * Math.sin(tilted);
  const depth = DISTANCE + along * Math.sin(tilted) - height * Math.cos(tilted);
  return {
    x: (back * Math.cos(leant) - across * Math.sin(leant)) / depth,
    y: (back * Math.sin(leant) + across * Math.cos(leant)) / depth,
  };
}

/** Wood without a pattern that repeats. */
function desk(random: () => number): Uint8Array {
  const photo = new Uint8Array(PHOTO.width * PHOTO.height * 3);
  const [red, green, blue] = [92 + random() * 50, 68 + random() * 36, 46 + random() * 30];
  const waves = Array.from(
    { length: 7 },
    () => [random() * 0.05 + 0.004, random() * 6, random() * 9] as const,
  );
  for (let y = 0, i = 0; y < PHOTO.height; y++) {
    let grain = 0;
    for (const [frequency, phase, size] of waves) grain += Math.sin(y * frequency + phase) * size;
    for (let x = 0; x < PHOTO.width; x++, i += 3) {
      const local = grain + Math.sin(x * 0.004 + y * 0.02) * 3;
      photo[i] = red + local;
      photo[i + 1] = green + local * 0.8;
      photo[i + 2] = blue + local * 0.6;
    }
  }
  return photo;
}

/** Draws a triangle of the page; its colours are averaged over the pixels around. */
function fill(
  photo: Uint8Array,
  page: Buffer,
  { width, height }: { width: number; height: number },
  [a, b, c]: readonly [Vertex, Vertex, Vertex],
): void {
  const area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
  if (area === 0) return;
  const from = {
    x: Math.max(0, Math.floor(Math.min(a.x, b.x, c.x))),
    y: Math.max(0, Math.floor(Math.min(a.y, b.y, c.y))),
  };
  const to = {
    x: Math.min(PHOTO.width - 1, Math.ceil(Math.max(a.x, b.x, c.x))),
    y: Math.min(PHOTO.height - 1, Math.ceil(Math.max(a.y, b.y, c.y))),
  };
  for (let y = from.y; y <= to.y; y++)
    for (let x = from.x; x <= to.x; x++) {
      const wb = ((x - a.x) * (c.y - a.y) - (c.x - a.x) * (y - a.y)) / area;
      const wc = ((b.x - a.x) * (y - a.y) - (x - a.x) * (b.y - a.y)) / area;
      const wa = 1 - wb - wc;
      if (wa < -1e-6 || wb < -1e-6 || wc < -1e-6) continue;
      const u = Math.min(width - 2, wa * a.u + wb * b.u + wc * c.u);
      const v = Math.min(height - 2, wa * a.v + wb * b.v + wc * c.v);
      const [column, row] = [Math.floor(u), Math.floor(v)];
      const [fu, fv] = [u - column, v - row];
      const at = (row * width + column) * 3;
      const out = (y * PHOTO.width + x) * 3;
      for (let channel = 0; channel < 3; channel++) {
        const i = at + channel;
        const top = (page[i] ?? 0) * (1 - fu) + (page[i + 3] ?? 0) * fu;
        const bottom = (page[i + width * 3] ?? 0) * (1 - fu) + (page[i + width * 3 + 3] ?? 0) * fu;
        photo[out + channel] = 0.93 * (top * (1 - fv) + bottom * fv);
      }
    }
}

/** A lamp on one side and the shadow of an arm with a soft edge. */
function light(photo: Uint8Array, shadow: number, random: () => number): void {
  const angle = random() * Math.PI * 2;
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  const [ex, ey] = [Math.cos(angle + 1 + random()), Math.sin(angle + 1 + random())];
  const edge = (random() - 0.5) * 0.5;
  const soft = 0.06 + random() * 0.1;
  for (let y = 0, i = 0; y < PHOTO.height; y++)
    for (let x = 0; x < PHOTO.width; x++, i += 3) {
      const [px, py] = [x / PHOTO.width - 0.5, y / PHOTO.height - 0.5];
      const lamp = 1 - shadow * 0.5 * (0.5 + px * dx + py * dy);
      const arm = 1 - (shadow * 0.75) / (1 + Math.exp((px * ex + py * ey - edge) / soft));
      for (let channel = 0; channel < 3; channel++)
        photo[i + channel] = Math.min(
          255,
          (photo[i + channel] ?? 0) * lamp * arm * (channel === 2 ? 0.94 : 1),
        );
    }
}
