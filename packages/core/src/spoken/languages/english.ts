import { dateRules } from '../rules/dates.ts';
import { moneyRules } from '../rules/money.ts';
import { numberRules } from '../rules/numbers.ts';
import { equationRules } from '../rules/equations.ts';
import { mathsRules } from '../rules/maths.ts';
import { musicRules } from '../rules/music.ts';
import { numberCodeRules } from '../rules/numberCodes.ts';
import { placeRules } from '../rules/places.ts';
import { chemistryRules } from '../rules/chemistry.ts';
import { codeRules } from '../rules/code.ts';
import { blankRules } from '../rules/blanks.ts';
import { labelRules } from '../rules/labels.ts';
import { ordinalRules } from '../rules/ordinals.ts';
import { referenceRules } from '../rules/references.ts';
import { timeRules } from '../rules/times.ts';
import { unitRules } from '../rules/units.ts';
import { wordRules } from '../rules/words.ts';
import { decadeRule, yearRules } from '../rules/years.ts';
import type { Rule } from '../types.ts';

/** The rules of English in the order they are tried; the first that applies decides. */
export const englishRules: readonly Rule[] = [
  ...equationRules,
  ...wordRules.special,
  ...codeRules,
  ...blankRules,
  ...labelRules,
  ...referenceRules,
  ...ordinalRules,
  ...musicRules,
  ...placeRules,
  ...chemistryRules,
  ...numberCodeRules,
  ...dateRules,
  ...timeRules,
  ...moneyRules,
  decadeRule,
  ...unitRules,
  ...yearRules,
  ...numberRules,
  ...mathsRules,
  ...wordRules.general,
];
