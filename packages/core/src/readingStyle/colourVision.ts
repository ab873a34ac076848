import { channelsOf, colourOf, linear, type Colour } from './contrast.ts';

/** Kinds of colour blindness: no red cones, no green cones, no blue cones. */
export type ColourVision = 'protanopia' | 'deuteranopia' | 'tritanopia';

type Matrix = readonly [readonly number[], readonly number[], readonly number[]];

/**
 * On linear light, rows for red, green and blue. Machado, Oliveira and Fernandes 2009, severity 1.0; the
 * values from memory, each row checked to sum to 1.
 */
export const VISION_MATRICES: Readonly<Record<ColourVision, Matrix>> = {
  protanopia: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deuteranopia: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritanopia: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

/** A colour as somebody with this vision sees it. */
export function seenBy(vision: ColourVision, colour: Colour): Colour {
  const light = channelsOf(colour).map(linear);
  const seen = VISION_MATRICES[vision].map((row) =>
    gamma(row.reduce((sum, weight, i) => sum + weight * (light[i] ?? 0), 0)),
  );
  return colourOf(seen as [number, number, number]);
}

/** The channel (0 to 255) of some light (0 to 1); the way back of `linear`. */
function gamma(light: number): number {
  const within = Math.max(0, Math.min(1, light));
  return 255 * (within <= 0.0031308 ? within * 12.92 : 1.055 * within ** (1 / 2.4) - 0.055);
}
