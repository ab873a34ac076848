import type { Rule } from '../types.ts';
import { plainWord, neighbour } from './context.ts';
import { pluralOf, sayWhole } from './englishNumbers.ts';
import { romanValue } from './romanNumerals.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

/** (iii) and iv): a number in small Roman figures that opens a sentence or follows a letter of a question. */
const romanLabel: Rule = {
  name: 'label',
  apply(input) {
    const { token, index, locale } = input;
    const isSingle =
      /^[ivx]$/u.test(token.text) &&
      ((token.gapBefore.endsWith('(') && token.gapAfter.startsWith(')')) ||
        (index === 0 && token.gapAfter.startsWith(')')));
    const value =
      isSingle || /^[ivx]{2,6}$/u.test(token.text) ? romanValue(token.text.toUpperCase()) : undefined;
    if (value === undefined) return undefined;
    const inBrackets = token.gapBefore.endsWith('(') && token.gapAfter.startsWith(')');
    const opens = index === 0 && /^[).:]/u.test(token.gapAfter);
    const afterScene = /^(?:scene|sc|act|part|section|pages?|pp?|chapter|question|class)$/u.test(
      plainWord(neighbour(input, -1)),
    );
    return inBrackets || opens || afterScene ? [sayWhole(String(value), locale)] : undefined;
  },
};

/** (a), b): the letter of a part, said by its name. */
const letterLabel: Rule = {
  name: 'label',
  apply({ token, index }) {
    if (!/^[a-h]$/u.test(token.text)) return undefined;
    const isPart = /\($/u.test(token.gapBefore) && /^\)/u.test(token.gapAfter);
    return isPart || (index === 0 && /^[).](?:\s|$)/u.test(token.gapAfter))
      ? [[token.text.toUpperCase()]]
      : undefined;
  },
};

/** 4(b)(ii), 3(a): a part of a question. The last bracket is no part of the word. */
const questionPart: Rule = {
  name: 'part of a question',
  apply({ token, locale }) {
    const match = /^(?:Q\.?)?(\d{1,3})\s?\(?([a-h])\)?(?:\(([ivx]{1,4})\)?)?$/u.exec(token.text);
    if (!match || (!token.text.includes('(') && match[3] === undefined)) return undefined;
    // "3(a + b)" is a product.
    if (!token.text.endsWith(')') && !token.gapAfter.startsWith(')')) return undefined;
    const value = romanValue((match[3] ?? '').toUpperCase());
    return [
      [
        ...(token.text.startsWith('Q') ? ['question'] : []),
        ...sayWhole(match[1] ?? '', locale),
        (match[2] ?? '').toUpperCase(),
        ...(value === undefined ? [] : ['part', ...sayWhole(String(value), locale)]),
      ],
    ];
  },
};

/** Yr 8, Y9, Rm 4B, KS3, Q7: places and years of a school. */
const schoolYear: Rule = {
  name: 'year or room',
  apply(input) {
    const { text } = input.token;
    const attached = /^(Y|Yr|Q|KS|Rm|Ex|Gp)\.?(\d{1,2})([A-Z])?$/u.exec(text);
    if (attached) {
      const said = SCHOOL[attached[1] ?? ''];
      return said === undefined
        ? undefined
        : [
            [
              ...said,
              ...sayWhole(attached[2] ?? '', input.locale),
              ...(attached[3] === undefined ? [] : [attached[3]]),
            ],
          ];
    }
    const classes = /^(\d{1,2})s$/u.exec(neighbour(input, 1)?.text ?? '')?.[1];
    if (/^(?:Yr|Year)$/u.test(text) && classes !== undefined && /^\.?\s+$/u.test(input.token.gapAfter)) {
      const number = sayWhole(classes, input.locale);
      const last = number.pop() ?? '';
      return [['year'], [...number, pluralOf(last)]];
    }
    const said = /^(?:Yr|Yrs|Rm|Rms|Gp|Grp|Hse|Ext|Sc|Wk|Pt|Pts|Bk|Op|Gd|Vs|Ln)$/u.test(text)
      ? SCHOOL[text]
      : undefined;
    const next = neighbour(input, 1)?.text ?? '';
    return said !== undefined &&
      /^\.?\s+$/u.test(input.token.gapAfter) &&
      (/^\d/u.test(next) || /^[IVX]+$/iu.test(next) || /^[A-Z]\d?$/u.test(next))
      ? [said]
      : undefined;
  },
};

const SCHOOL: Readonly<Record<string, readonly string[]>> = lookupTable({
  Y: ['year'], Yr: ['year'], Yrs: ['years'], Q: ['question'], KS: ['key', 'stage'], Rm: ['room'], Rms: ['rooms'], Ex: ['exercise'], Gp: ['group'], Grp: ['group'], Hse: ['house'],
  Ext: ['extension'], Op: ['opus'], Gd: ['grade'], Sc: ['scene'], Wk: ['week'], Pt: ['part'], Pts: ['parts'], Bk: ['book'], Vs: ['verse'], Ln: ['line'],
}); // prettier-ignore

/** U13s, U18, 1st XI, 2nd XV: teams. */
const team: Rule = {
  name: 'team',
  apply(input) {
    const under = /^U-?(\d{1,2})(s|[’']s)?$/u.exec(input.token.text);
    if (under && Number(under[1]) >= 5 && Number(under[1]) <= 23) {
      const said = sayWhole(under[1] ?? '', input.locale);
      const last = said.pop() ?? '';
      return [['under', ...said, under[2] === undefined ? last : pluralOf(last)]];
    }
    const size = { XI: 'eleven', XV: 'fifteen', VII: 'seven', VIII: 'eight' }[input.token.text];
    const before = neighbour(input, -1)?.text ?? '';
    return size !== undefined &&
      /^(?:\d(?:st|nd|rd|th)|first|second|third|fourth|school|house)$/iu.test(before)
      ? [[size]]
      : undefined;
  },
};

/** book(s), box(es): one or more. */
const oneOrMore: Rule = {
  name: 'one or more',
  apply({ token }) {
    const match = /^(\p{L}\p{Ll}{2,})\((s|es)\)?$/u.exec(token.text);
    if (!match || (!token.text.endsWith(')') && !token.gapAfter.startsWith(')'))) return undefined;
    const word = (match[1] ?? '').replace(/’/gu, "'");
    return [[word, 'or', `${word}${match[2] ?? ''}`]];
  },
};

export const labelRules: readonly Rule[] = [
  romanLabel,
  letterLabel,
  questionPart,
  schoolYear,
  team,
  oneOrMore,
];
