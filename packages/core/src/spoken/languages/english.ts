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
import {
  ABBREVIATIONS,
  BEFORE_NUMBER,
  MONTHS,
  SHORT_MONTHS,
  UNITS,
  WEEKDAYS,
} from '../words/englishWords.ts';

/** Whether a word is said as written whatever stands beside it, so that no rule need be tried: most words of a text are such. */
export function isOrdinaryWord(text: string): boolean {
  if (SMALL_WORDS.has(text)) return true;
  return /^\p{L}\p{Ll}{3,}$/u.test(text) && !/^[ivx]+$/u.test(text) && !MAY_BE_RULED.has(text.toLowerCase());
}

const SMALL_WORDS = new Set(
  'the and of is was are were it its that this for with his her she he we you they has had have be been not but from their our my your all can will would who what when how which if so did us me him'.split(
    ' ',
  ),
);

/** Words of four letters and more, in small letters, that some rule looks at. */
const MAY_BE_RULED = new Set(
  [
    ...[ABBREVIATIONS, BEFORE_NUMBER, UNITS, WEEKDAYS, SHORT_MONTHS].flatMap((words) => Object.keys(words)),
    ...MONTHS,
    ...'deps year cres gdns terr blvd'.split(' '),
  ].map((word) => word.toLowerCase()),
);

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
