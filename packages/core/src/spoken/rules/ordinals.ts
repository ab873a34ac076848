import type { Rule } from '../types.ts';
import { neighbour } from './context.ts';
import { sayOrdinal } from './englishNumbers.ts';

/** 2nd-hand, 21st-century, 19th-c., 1st–3rd, 2nd=: ordinals in compounds. */
const ordinalCompound: Rule = {
  name: 'ordinal',
  apply({ token, locale }) {
    const range = /^(\d+)(?:st|nd|rd|th)?[-–](\d+)(?:st|nd|rd|th)$/u.exec(token.text);
    if (range) return [[...sayOrdinal(range[1] ?? '', locale), 'to', ...sayOrdinal(range[2] ?? '', locale)]];
    const equal = /^(\d+)(?:st|nd|rd|th)=$/u.exec(token.text);
    if (equal) return [[...sayOrdinal(equal[1] ?? '', locale), 'equal']];
    const match = /^(\d+)(?:st|nd|rd|th)[-–]((?:\p{L}+)(?:[-–]\p{L}+)*)$/u.exec(token.text);
    if (!match) return undefined;
    const rest = (match[2] ?? '')
      .split(/[-–]/u)
      .map((word) => (/^c(?:ent)?$/u.test(word) ? 'century' : word));
    return [[...sayOrdinal(match[1] ?? '', locale), ...rest]];
  },
};

/** 1st–3rd where the dash has split it: the first of the two. */
const ordinalRange: Rule = {
  name: 'ordinal',
  apply(input) {
    const first = /^(\d+)(?:st|nd|rd|th)$/u.exec(input.token.text)?.[1];
    const second = /^(\d+)(?:st|nd|rd|th)$/u.exec(neighbour(input, 1)?.text ?? '')?.[1];
    if (first === undefined || second === undefined || !/^[-–]$/u.test(input.token.gapAfter))
      return undefined;
    return [[...sayOrdinal(first, input.locale), 'to'], sayOrdinal(second, input.locale)];
  },
};

export const ordinalRules: readonly Rule[] = [ordinalRange, ordinalCompound];
