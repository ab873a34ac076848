import { digitByDigit } from '../numbers.ts';
import { ENGLISH_NUMBERS } from '../words/englishWords.ts';
import type { Rule } from '../types.ts';
import { plainWord, neighbour } from './context.ts';
import { readNumber, sayNumber, sayWhole } from './englishNumbers.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

const DIRECTIONS: Readonly<Record<string, string>> = lookupTable({
  N: 'north', S: 'south', E: 'east', W: 'west', NE: 'north east', NW: 'north west', SE: 'south east', SW: 'south west', NNE: 'north north east', NNW: 'north north west', SSE: 'south south east', SSW: 'south south west', ENE: 'east north east', ESE: 'east south east', WNW: 'west north west', WSW: 'west south west',
}); // prettier-ignore

/** 51°30′N, 0°7′12″W, 52.5°N. */
const coordinate: Rule = {
  name: 'coordinate',
  apply({ token, locale }) {
    const match = /^(\d+(?:\.\d+)?)°(?:(\d+(?:\.\d+)?)[′'’])?(?:(\d+(?:\.\d+)?)[″"”])?([NSEW])?$/u.exec(
      token.text,
    );
    if (!match || (match[2] === undefined && match[4] === undefined)) return undefined;
    const [, degrees, minutes, seconds, direction] = match;
    const part = (figures: string | undefined, one: string) => {
      const number = readNumber(figures ?? '');
      return number ? [...sayNumber(number, locale), figures === '1' ? one : `${one}s`] : [];
    };
    return [
      [
        ...part(degrees, 'degree'),
        ...part(minutes, 'minute'),
        ...part(seconds, 'second'),
        ...(DIRECTIONS[direction ?? ''] ?? '').split(' '),
      ].filter((word) => word !== ''),
    ];
  },
};

/** 1:50,000 and 1:25 000 of a map. */
const scale: Rule = {
  name: 'scale',
  apply(input) {
    const match = /^1:(\d{1,3}(?:,\d{3})+|\d+)$/u.exec(input.token.text);
    if (!match) return undefined;
    const next = neighbour(input, 1);
    const grouped =
      /^\d{1,3}$/u.test(match[1] ?? '') &&
      next?.text === '000' &&
      /^[ \u00a0\u202f]$/u.test(input.token.gapAfter);
    const digits = `${(match[1] ?? '').replace(/,/gu, '')}${grouped ? '000' : ''}`;
    const said = ['one', 'to', ...sayWhole(digits, input.locale)];
    return grouped ? [said.slice(0, -1), said.slice(-1)] : [said];
  },
};

/** A bearing of 045°, GR 482 367: figures one by one. */
const bearing: Rule = {
  name: 'bearing or grid reference',
  apply(input) {
    const { text } = input.token;
    const threeFigures = /^(0\d{2})°?$/u.exec(text)?.[1];
    const nearBearing = [-1, -2, -3].some((by) => /^bearings?$/u.test(plainWord(neighbour(input, by))));
    if (threeFigures !== undefined && (nearBearing || text.endsWith('°')))
      return [[...digitByDigit(threeFigures, ENGLISH_NUMBERS), ...(text.endsWith('°') ? ['degrees'] : [])]];
    const isFigures = /^(?:[A-Z]{2})?\d{3,}$/u.test(text) || /^[A-Z]{2}$/u.test(text);
    const afterReference = [-1, -2, -3].some((by) =>
      /^(?:gr|reference)$/u.test(plainWord(neighbour(input, by))),
    );
    const isGrid = [-1, -2, -3, -4].some((by) => /^(?:gr|grid)$/u.test(plainWord(neighbour(input, by))));
    if (!isFigures || !afterReference || !isGrid) return undefined;
    const letters = /^[A-Z]*/u.exec(text)?.[0] ?? '';
    return [[...letters, ...digitByDigit(text.slice(letters.length), ENGLISH_NUMBERS)]];
  },
};

/** R. Thames, L. Windermere, Mt Snowdon, N. Ireland, S. Wales. */
const feature: Rule = {
  name: 'place',
  apply(input) {
    const { text, gapAfter } = input.token;
    const next = (neighbour(input, 1)?.text ?? '').replace(/[’']s?$/u, '');
    if (!/^\.?\s+$/u.test(gapAfter)) return undefined;
    if (/^Mts?$/u.test(text) && /^\p{Lu}\p{Ll}/u.test(next)) return [['mount']];
    if (text === 'R' && RIVERS.has(next)) return [['river']];
    if (text === 'L' && LAKES.has(next)) return [['lake']];
    if (text === 'N' && next === 'Ireland') return [['northern']];
    const side = SIDES[text];
    return side !== undefined && SIDED.has(next) ? [[side]] : undefined;
  },
};

const SIDES = lookupTable({ N: 'north', S: 'south', E: 'east', W: 'west' });

const RIVERS = new Set(
  'Thames Severn Trent Mersey Humber Tyne Tees Wye Avon Ouse Nile Rhine Danube Amazon Ganges Indus Tay Clyde Forth Dee Don Exe Dart Tamar Wear Aire Medway Usk Taff Tywi Bann Lagan Shannon Seine Loire Rhone Mississippi Congo Niger Volga Spey Tweed Derwent Swale Ribble Sallow'.split(
    ' ',
  ),
);
const LAKES = new Set(
  'Windermere Ullswater Coniston Victoria Como Garda Geneva Superior Huron Michigan Erie Ontario Titicaca Baikal Bala Vyrnwy Chad Tanganyika'.split(
    ' ',
  ),
);
const SIDED = new Set(
  'America Africa Korea England Wales Scotland Yorkshire London Sea Pole Asia Europe Atlantic Pacific Anglia Sussex Kent Devon Wales Coast Carolina Dakota Australia India Sudan'.split(
    ' ',
  ),
);

/** NE, SSW, and N before a wind, a coast or a face. */
const direction: Rule = {
  name: 'compass point',
  apply(input) {
    const said = DIRECTIONS[input.token.text];
    if (said === undefined) return undefined;
    const next = plainWord(neighbour(input, 1));
    const fitting =
      /^(?:winds?|winds?|coast|face|facing|side|end|slopes?|corner|direction|of|england|wales|scotland|ireland|africa|america)$/u.test(
        next,
      );
    return input.token.text.length > 1 && (fitting || input.token.text.length === 3) && next !== 'of'
      ? [said.split(' ')]
      : undefined;
  },
};

/** A303, B4090: roads, whose figures are said in pairs or one by one. */
const roadNumber: Rule = {
  name: 'number of a road',
  apply({ token, locale }) {
    const match = /^([AB])(\d{3,4})$/u.exec(token.text);
    if (!match) return undefined;
    const digits = match[2] ?? '';
    const parts =
      digits.length === 4 && !digits.endsWith('00') ? [digits.slice(0, 2), digits.slice(2)] : [...digits];
    return [
      [
        match[1] ?? '',
        ...parts.flatMap((part) =>
          part === '0'
            ? ['oh']
            : part.startsWith('0')
              ? ['oh', ...sayWhole(part.slice(1), locale)]
              : sayWhole(part, locale),
        ),
      ],
    ];
  },
};

export const placeRules: readonly Rule[] = [feature, roadNumber, coordinate, scale, bearing, direction];
