import { CURRENCIES, MAGNITUDES, NAMED_CURRENCIES } from '../words/englishWords.ts';
import type { Rule } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { isMany, readNumber, sayNumber, sayWhole } from './englishNumbers.ts';
import { sayUnit } from './units.ts';

const AMOUNT = /^([-−])?((?:[A-Z]{1,2})?[£$€¥₹₩])([\d,.]*\d)(bn|mn|tn|[kmb])?$/iu;
const MAGNITUDE_WORD = /^(thousand|million|billion|trillion)$/iu;

/** Things that are called by what they are worth or cost. */
const THINGS =
  /^(?:notes?|coins?|bills?|fines?|tickets?|vouchers?|prizes?|stamps?|bets?|fees?|deposits?|tips?|banknotes?|piece|bargain|meal|gift|card|cards|discount|entry)$/u;

/** £5/kg, £7.50/hr, 60p/min: a price for each. */
const rate: Rule = {
  name: 'price for each',
  apply(input) {
    const match = /^([£$€¥₹][\d,.]*\d|\d+p)\/(\p{L}[\p{L}\d²³]*)$/u.exec(input.token.text);
    if (!match) return undefined;
    const amountToken = { ...input.token, text: match[1] ?? '', gapAfter: '' };
    const said = (match[1] ?? '').endsWith('p')
      ? pence.apply({ ...input, token: amountToken })
      : amount.apply({ ...input, token: amountToken, tokens: [amountToken], index: 0 });
    const unit = sayUnit(match[2] ?? '', false, input.locale) ?? [match[2] ?? ''];
    return said?.[0] && [[...said[0], 'per', ...unit]];
  },
};

/** 2s. 6d., £1 5s. 6d.: pounds, shillings and pence before 1971. */
const oldMoney: Rule = {
  name: 'old money',
  apply(input) {
    const shillings = /^(\d{1,2})s$/u.exec(input.token.text)?.[1];
    const next = neighbour(input, 1);
    const pennies = /^(\d{1,2}|½)d$/u.exec(next?.text ?? '')?.[1];
    const afterPounds = /^£\d+$/u.test(neighbour(input, -1)?.text ?? '');
    if (shillings === undefined || (pennies === undefined && !afterPounds)) return undefined;
    const first = [...sayWhole(shillings, input.locale), shillings === '1' ? 'shilling' : 'shillings'];
    if (pennies === undefined) return [first];
    if (!/^\.?\s+$/u.test(input.token.gapAfter)) return undefined;
    return [first, ['and', ...sayWhole(pennies, input.locale), pennies === '1' ? 'penny' : 'pence']];
  },
};

/** £3.50, $1.2m, £3 million, -€40. */
const amount: Rule = {
  name: 'money',
  apply(input) {
    const match = AMOUNT.exec(input.token.text);
    // "€3,50": as the continent writes it.
    const written = (match?.[3] ?? '').replace(/^(\d{1,3}),(\d{2})$/u, '$1.$2');
    const number = readNumber(written);
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
    // "a £5 note": an amount that belongs to a thing is said for one.
    const ofThing =
      spaceOnly(input.token.gapAfter) &&
      THINGS.test(next) &&
      /^(?:a|an|the|one|each|every|this|that|my|your|his|her|its|our|their|new|old|crisp|\p{Lu}?$)/u.test(
        (neighbour(input, -1)?.text ?? '').toLowerCase(),
      );
    const name = isMany(number) && !ofThing ? currency.many : currency.one;
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
    // The amount is lit with the code and the name of the currency with the figure: that is the order in
    // which they are said.
    return [said.slice(0, 1), said.slice(1)];
  },
};

/** £3–£5, £3–5, $10-20, £3.50–£4.20, 5p–£1. */
const moneyRange: Rule = {
  name: 'range of money',
  apply({ token, locale }) {
    const match = /^([£$€¥₹]?)([\d,.]*\d)(p?)[-–]([£$€¥₹]?)([\d,.]*\d)(p?)$/u.exec(token.text);
    if (!match) return undefined;
    const [, sign = '', low = '', lowPence = '', ownSign = '', high = '', highPence = ''] = match;
    const from = readNumber(low);
    const to = readNumber(high);
    if (!from || !to || (sign === '' && ownSign === '' && (lowPence === '' || highPence === '')))
      return undefined;
    const isPlain =
      lowPence === '' && highPence === '' && from.fraction === undefined && to.fraction === undefined;
    const currency = CURRENCIES[sign] ?? CURRENCIES[ownSign];
    if (isPlain && currency)
      return sign === '' || (ownSign !== '' && ownSign !== sign)
        ? undefined
        : [[...sayNumber(from, locale), 'to', ...sayNumber(to, locale), currency.many]];
    const part = (number: typeof from, mark: string, isPence: boolean) => {
      if (isPence) return [...sayNumber(number, locale), number.whole === '1' ? 'penny' : 'pence'];
      const own = CURRENCIES[mark];
      if (!own) return sayNumber(number, locale);
      return number.fraction?.length === 2
        ? sayCoins(number.whole || '0', number.fraction, own, locale)
        : [...sayNumber(number, locale), isMany(number) ? own.many : own.one];
    };
    return [
      [
        ...part(from, sign, lowPence !== ''),
        'to',
        ...part(to, ownSign || (highPence === '' ? sign : ''), highPence !== ''),
      ],
    ];
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

export const moneyRules: readonly Rule[] = [oldMoney, rate, moneyRange, amount, amountAfterCode, pence];

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
