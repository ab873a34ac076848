const UNITS =
  'zéro un deux trois quatre cinq six sept huit neuf dix onze douze treize quatorze quinze seize dix-sept dix-huit dix-neuf'.split(
    ' ',
  );
const TENS = ' , ,vingt,trente,quarante,cinquante,soixante'.split(',');
const SCALES = ['', 'mille', 'million', 'milliard', 'billion'] as const;

/** Digits beyond the last scale are said one by one. */
const MAX_DIGITS = SCALES.length * 3;

/**
 * French cardinal of a string of digits, as in France (soixante-dix, quatre-vingts).
 * @returns words without hyphens: "97" → quatre vingt dix sept.
 */
export function frenchCardinal(digits: string): string[] {
  const trimmed = digits.replace(/^0+(?=\d)/u, '');
  if (trimmed.length > MAX_DIGITS) return [...digits].flatMap((digit) => UNITS[Number(digit)] ?? []);
  if (trimmed === '0') return ['zéro'];
  const groups: number[] = [];
  for (let end = trimmed.length; end > 0; end -= 3)
    groups.unshift(Number(trimmed.slice(Math.max(0, end - 3), end)));
  const said = groups.flatMap((group, i) => sayGroup(group, groups.length - 1 - i));
  return said.join(' ').split(/[\s-]+/u);
}

function sayGroup(group: number, power: number): string[] {
  if (group === 0) return [];
  const scale = SCALES[power] ?? '';
  if (scale === '') return [belowThousand(group, true)];
  // "mille" takes no number before it and no plural, and stops the plural of "vingt" and "cent" before it;
  // million and milliard are nouns.
  if (scale === 'mille') return group === 1 ? ['mille'] : [belowThousand(group, false), 'mille'];
  return [belowThousand(group, true), group > 1 ? `${scale}s` : scale];
}

function belowThousand(n: number, plural: boolean): string {
  const hundreds = Math.floor(n / 100);
  const rest = n % 100;
  const cent =
    hundreds === 0
      ? ''
      : hundreds === 1
        ? 'cent'
        : `${UNITS[hundreds] ?? ''} ${rest === 0 && plural ? 'cents' : 'cent'}`;
  return [cent, rest === 0 ? '' : belowHundred(rest, plural)].filter((part) => part !== '').join(' ');
}

function belowHundred(n: number, plural: boolean): string {
  if (n < 20) return UNITS[n] ?? '';
  if (n >= 80)
    return n === 80 ? (plural ? 'quatre-vingts' : 'quatre-vingt') : `quatre-vingt-${UNITS[n - 80] ?? ''}`;
  const ten = n >= 70 ? 60 : Math.floor(n / 10) * 10;
  const rest = n - ten;
  const word = TENS[ten / 10] ?? '';
  if (rest === 0) return word;
  return rest === 1 || rest === 11 ? `${word} et ${UNITS[rest] ?? ''}` : `${word}-${UNITS[rest] ?? ''}`;
}
