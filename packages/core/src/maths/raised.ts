import { lookupTable } from '../lib/lookupTable.ts';

/** Plain signs → the same raised, where Unicode has them. */
// prettier-ignore
export const RAISED: Readonly<Record<string, string>> = lookupTable({
  '0': '⁰', '1': '¹', '2': '²', '3': '³', '4': '⁴', '5': '⁵', '6': '⁶', '7': '⁷', '8': '⁸', '9': '⁹', '-': '⁻', '−': '⁻', '+': '⁺', n: 'ⁿ', x: 'ˣ',
});

/** Plain signs → the same lowered. */
// prettier-ignore
export const LOWERED: Readonly<Record<string, string>> = lookupTable({
  '0': '₀', '1': '₁', '2': '₂', '3': '₃', '4': '₄', '5': '₅', '6': '₆', '7': '₇', '8': '₈', '9': '₉', '-': '₋', '−': '₋', '+': '₊', n: 'ₙ', x: 'ₓ', i: 'ᵢ',
});

/** Signs that are kept raised or lowered; letters stay as they are written. */
const FIGURES = /^[\d−-]*$/u;

/**
 * A raised or lowered text: figures become raised or lowered characters, since "m2" and "m²" are said
 * differently; what holds anything else stays.
 */
export function withPlace(text: string, place: 'raised' | 'lowered'): string {
  if (!FIGURES.test(text)) return text;
  const table = place === 'raised' ? RAISED : LOWERED;
  return [...text].map((sign) => table[sign]).join('');
}
