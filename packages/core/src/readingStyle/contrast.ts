/** A colour as `#rrggbb`. */
export type Colour = `#${string}`;

/** Least contrast of text that is not large (WCAG 2.2, 1.4.3, level AA). */
export const TEXT_CONTRAST = 4.5;

/** Least contrast of what is no text but carries meaning: underlines, boxes, bars (WCAG 2.2, 1.4.11). */
export const SHAPE_CONTRAST = 3;

/** Red, green and blue from 0 to 255. @throws RangeError when the text is no colour. */
export function channelsOf(colour: Colour): [number, number, number] {
  const [, red = '', green = '', blue = ''] =
    /^#([\da-f]{2})([\da-f]{2})([\da-f]{2})$/iu.exec(colour) ??
    (() => {
      throw new RangeError(`“${colour}” is no colour.`);
    })();
  return [parseInt(red, 16), parseInt(green, 16), parseInt(blue, 16)];
}

/** `#rrggbb` from red, green and blue, which are rounded and brought into 0 to 255. */
export function colourOf(channels: readonly [number, number, number]): Colour {
  const hex = channels.map((channel) =>
    Math.max(0, Math.min(255, Math.round(channel)))
      .toString(16)
      .padStart(2, '0'),
  );
  return `#${hex.join('')}`;
}

/** Light of one channel, 0 to 1, without the gamma of sRGB. WCAG 2.2, definition of relative luminance. */
export function linear(channel: number): number {
  const share = channel / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
}

/** Relative luminance, 0 (black) to 1 (white). WCAG 2.2, definition. */
export function luminance(colour: Colour): number {
  const [red, green, blue] = channelsOf(colour);
  return 0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);
}

/** Contrast of two colours, 1 to 21. WCAG 2.2, definition of contrast ratio. */
export function contrast(one: Colour, other: Colour): number {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}
