import { CURRENCIES, MAGNITUDES, NAMED_CURRENCIES } from '../languages/englishWords.ts';
import type { Rule } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { isMany, readNumber, sayNumber, sayWhole } from './englishNumbers.ts';

const AMOUNT = /^([-−])?((?:[A-Z]{1,2})?[£$€¥₹₩])([\d,.]*\d)(bn|mn|tn|[kmb])?$/iu;
const MAGNITUDE_WORD = /^(thousand|million|billion|trillion)$/iu;

/** £3.50, $1.2m, £3 million, -€40. */
const amount: Rule = {
  name: 'money',
  apply(input) {
    const match = AMOUNT.exec(input.token.text);
    const number = readNumber(match?.[3] ?? '');
    const currency = CURRENCIES[match?.[2] ?? ''] ?? NAMED_CURRENCIES[match?.[2] ?? ''];
    if (!match || !number || !currency) return undefined;
    const sign = match[1] === undefined ? [] : ['minus'];
    const magnitude = MAGNITUDES[match[4]?.toLowerCase() ?? ''];
    if (magnitude !== undefined)
      return [[...sign, ...sayNumber(number, input.locale), magnitude, ...currency.many.split(' ')]];
    const next = neighbour(input, 1)?.text ?? '';
    if (spaceOnly(input.token.gapAfter) && MAGNITUDE_WORD.test(next)) {
      return [
        [...sign, ...sayNumber(number, input.locale)],
        [next, ...currency.many.split(' ')],
      ];
    }
    if (number.fraction?.length === 2)
      return [[...sign, ...sayCoins(number.whole || '0', number.fraction, currency, input.locale)]];
    const name = isMany(number) ? currency.many : currency.one;
    return [[...sign, ...sayNumber(number, input.locale), ...name.split(' ')]];
  },
};

/** CHF 3.50. */
const amountAfterCode: Rule = {
  name: 'money with a code',
  apply(input) {
    const currency = /^[A-Z]{3}$/u.test(input.token.text) ? NAMED_CURRENCIES[input.token.text] : undefined;
    const number = readNumber(neighbour(input, 1)?.text ?? '');
    if (!currency || !number || !spaceOnly(input.token.gapAfter)) return undefined;
    const said =
      number.fraction?.length === 2
        ? sayCoins(number.whole || '0', number.fraction, currency, input.locale)
        : [...sayNumber(number, input.locale), ...(isMany(number) ? currency.many : currency.one).split(' ')];
    // The amount is lit with the code and the name of the currency with the figure: that is the order in which they are said.
    return [said.slice(0, 1), said.slice(1)];
  },
};

/** £3–£5, £3–5, $10-20. */
const moneyRange: Rule = {
  name: 'range of money',
  apply({ token, locale }) {
    const match = /^([£$€¥₹])([\d,.]*\d)[-–]([£$€¥₹]?)([\d,.]*\d)$/u.exec(token.text);
    const [from, to, currency] = [
      readNumber(match?.[2] ?? ''),
      readNumber(match?.[4] ?? ''),
      CURRENCIES[match?.[1] ?? ''],
    ];
    if (!from || !to || !currency || (match?.[3] !== '' && match?.[3] !== match?.[1])) return undefined;
    return [[...sayNumber(from, locale), 'to', ...sayNumber(to, locale), currency.many]];
  },
};

/** 20p. */
const pence: Rule = {
  name: 'pence',
  apply({ token, locale }) {
    const digits = /^(\d{1,3})p$/u.exec(token.text)?.[1];
    return digits === undefined
      ? undefined
      : [[...sayWhole(digits, locale), digits === '1' ? 'penny' : 'pence']];
  },
};

export const moneyRules: readonly Rule[] = [moneyRange, amount, amountAfterCode, pence];

function sayCoins(
  whole: string,
  cents: string,
  currency: (typeof CURRENCIES)[string],
  locale: string,
): string[] {
  const units = [...sayWhole(whole, locale), ...(whole === '1' ? currency.one : currency.many).split(' ')];
  if (cents === '00') return units;
  const rest = sayWhole(cents, locale);
  if (/^0*$/u.test(whole)) return [...rest, cents === '01' ? currency.centOne : currency.centMany];
  return [
    ...units,
    ...(cents.startsWith('0')
      ? ['and', ...rest, cents === '01' ? currency.centOne : currency.centMany]
      : rest),
  ];
}
