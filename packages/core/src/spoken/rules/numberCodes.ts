import { ENGLISH_NUMBERS } from '../words/englishWords.ts';
import { digitByDigit } from '../numbers.ts';
import type { Rule } from '../types.ts';
import { sayWhole } from './englishNumbers.ts';

/** 978-0-306-40615-7: long numbers separated by hyphens, digit by digit. */
const code: Rule = {
  name: 'code',
  apply({ token }) {
    if (!/^\d+(?:-\d+){2,}$/u.test(token.text) || token.text.replace(/\D/gu, '').length < 9) return undefined;
    return [digitByDigit(token.text.replace(/\D/gu, ''), ENGLISH_NUMBERS)];
  },
};

/** v2.1 */
const version: Rule = {
  name: 'version',
  apply({ token, locale }) {
    const match = /^v(\d+(?:\.\d+)*)$|^V(\d+(?:\.\d+)+)$/u.exec(token.text);
    if (!match) return undefined;
    return [
      [
        'version',
        ...(match[1] ?? match[2] ?? '')
          .split('.')
          .flatMap((part, i) => [...(i === 0 ? [] : ['point']), ...sayWhole(part, locale)]),
      ],
    ];
  },
};

export const numberCodeRules: readonly Rule[] = [code, version];
