/** The words a language counts with. Scales are powers of a thousand. */
export interface NumberWords {
  readonly units: readonly string[];
  readonly tens: readonly string[];
  readonly hundred: string;
  readonly scales: readonly string[];
  readonly and: string;
  readonly minus: string;
  readonly point: string;
}

/**
 * Whether "and" is said before the last two digits: British "a hundred and five", American "a hundred five".
 */
export interface NumberStyle {
  readonly and: boolean;
}

/** Digits beyond the last scale word are said one by one. */
function largestDigits(words: NumberWords): number {
  return words.scales.length * 3;
}

/**
 * Cardinal of a string of digits (no sign, no separators), for languages that count like English.
 * @returns words without hyphens, e.g. "1024" → one thousand and twenty four.
 */
export function cardinal(digits: string, words: NumberWords, style: NumberStyle): string[] {
  const trimmedDigits = digits.replace(/^0+(?=\d)/u, '');
  if (trimmedDigits.length > largestDigits(words)) return digitByDigit(digits, words);
  if (trimmedDigits === '0') return [words.units[0] ?? '0'];
  const groups = thousands(trimmedDigits);
  const said: string[] = [];
  groups.forEach((group, i) => {
    if (group === 0) return;
    const scale = words.scales[groups.length - 1 - i] ?? '';
    const isLast = i === groups.length - 1;
    if (isLast && group < 100 && said.length > 0 && style.and) said.push(words.and);
    said.push(...belowThousand(group, words, style));
    if (scale !== '') said.push(scale);
  });
  return said;
}

/** Each digit by its own name. */
export function digitByDigit(digits: string, words: NumberWords): string[] {
  return [...digits].flatMap((digit) => words.units[Number(digit)] ?? []);
}

function thousands(digits: string): number[] {
  const groups: number[] = [];
  for (let end = digits.length; end > 0; end -= 3)
    groups.unshift(Number(digits.slice(Math.max(0, end - 3), end)));
  return groups;
}

function belowThousand(n: number, words: NumberWords, style: NumberStyle): string[] {
  const hundreds = Math.floor(n / 100);
  const rest = n % 100;
  const said: string[] = [];
  if (hundreds > 0) said.push(words.units[hundreds] ?? '', words.hundred);
  if (rest > 0) {
    if (hundreds > 0 && style.and) said.push(words.and);
    said.push(...belowHundred(rest, words));
  }
  return said;
}

function belowHundred(n: number, words: NumberWords): string[] {
  if (n < 20) return [words.units[n] ?? ''];
  const ten = words.tens[Math.floor(n / 10)] ?? '';
  return n % 10 === 0 ? [ten] : [ten, words.units[n % 10] ?? ''];
}
