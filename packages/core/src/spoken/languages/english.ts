import { dateRules } from '../rules/dates.ts';
import { moneyRules } from '../rules/money.ts';
import { numberRules } from '../rules/numbers.ts';
import { scienceRules } from '../rules/science.ts';
import { timeRules } from '../rules/times.ts';
import { unitRules } from '../rules/units.ts';
import { wordRules } from '../rules/words.ts';
import { decadeRule, yearRules } from '../rules/years.ts';
import type { Rule } from '../types.ts';

/** The rules of English in the order they are tried; the first that applies decides. */
export const englishRules: readonly Rule[] = [
  ...wordRules.special,
  ...scienceRules,
  ...dateRules,
  ...timeRules,
  ...moneyRules,
  decadeRule,
  ...unitRules,
  ...yearRules,
  ...numberRules,
  ...wordRules.general,
];
