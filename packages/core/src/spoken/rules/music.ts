import type { Rule } from '../types.ts';
import { neighbour } from './context.ts';
import { sayWhole } from './englishNumbers.ts';
import { marksOf } from './marks.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

const LOWER_FIGURES = new Set(['1', '2', '4', '8', '16', '32']);
const ACCIDENTALS: Readonly<Record<string, string>> = lookupTable({
  '♯': 'sharp',
  '♭': 'flat',
  '♮': 'natural',
  '#': 'sharp',
});

/** 4/4, 6/8: a time signature where music is spoken of; its lower figure is a power of two. */
const timeSignature: Rule = {
  name: 'time signature',
  apply(input) {
    const match = /^(\d{1,2})\/(\d{1,2})$/u.exec(input.token.text);
    if (!match || !LOWER_FIGURES.has(match[2] ?? '')) return undefined;
    const isTime = /^time$/iu.test(neighbour(input, 1)?.text ?? '') || marksOf(input).music;
    return isTime
      ? [[...sayWhole(match[1] ?? '', input.locale), ...sayWhole(match[2] ?? '', input.locale)]]
      : undefined;
  },
};

/** E♭, F♯, C#: a note. */
const note: Rule = {
  name: 'note',
  apply({ token }) {
    const match = /^([A-G])([♯♭♮#])([’']s)?$/u.exec(token.text);
    if (!match) return undefined;
    return [[match[1] ?? '', `${ACCIDENTALS[match[2] ?? ''] ?? ''}${match[3] === undefined ? '' : "'s"}`]];
  },
};

export const musicRules: readonly Rule[] = [timeSignature, note];
