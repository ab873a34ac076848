import { pluralOf, readNumber, sayNumber, sayOrdinal, sayWhole } from './englishNumbers.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** "squared", "cubed", "to the power of minus three". */
export function sayPower(exponent: string, locale: string): string[] | undefined {
  if (exponent === '2') return ['squared'];
  if (exponent === '3') return ['cubed'];
  const number = readNumber(exponent);
  if (number) return ['to', 'the', 'power', 'of', ...sayNumber(number, locale)];
  const letter = /^([-+]?)(\p{L})$/u.exec(exponent);
  if (!letter) return undefined;
  const sign = letter[1] === '-' ? ['minus'] : [];
  return ['to', 'the', 'power', 'of', ...sign, (letter[2] ?? '').toUpperCase()];
}

/** "three quarters", "seven over four". */
export function sayFraction(top: string, bottom: string, locale: string): string[] {
  const isPart = Number(top) < Number(bottom) && Number(top) > 0;
  if (!isPart) return [...sayWhole(top, locale), 'over', ...sayWhole(bottom, locale)];
  return [...sayWhole(top, locale), ...denominator(bottom, Number(top) > 1, locale)];
}

function denominator(digits: string, many: boolean, locale: string): string[] {
  if (digits === '2') return [many ? 'halves' : 'half'];
  if (digits === '4') return [many ? 'quarters' : 'quarter'];
  const words = sayOrdinal(digits, locale);
  return many ? [...words.slice(0, -1), pluralOf(words.at(-1) ?? '')] : words;
}

/** Raised or lowered signs as plain ones. */
export function plain(text: string, figures: string): string {
  return [...text]
    .map((sign) =>
      figures.includes(sign) ? ('0123456789-+'[figures.indexOf(sign)] ?? sign) : (SMALL[sign] ?? sign),
    )
    .join('');
}

const SMALL: Readonly<Record<string, string>> = lookupTable({ ⁿ: 'n', ˣ: 'x', ₙ: 'n', ₓ: 'x', ᵢ: 'i' });
