import { create } from 'qrcode';

/** Light modules around a code (ISO/IEC 18004: four). */
const QUIET = 4;

/** A text as a QR code: modules on a side, quiet zone included, and the dark ones as the path of an SVG. */
export function qrPath(text: string): { readonly size: number; readonly path: string } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) path += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
  return { size: modules.size + 2 * QUIET, path };
}
