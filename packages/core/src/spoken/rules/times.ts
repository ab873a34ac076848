import type { Rule } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { sayNumber, sayWhole } from './englishNumbers.ts';

const CLOCK = /^(\d{1,2})[:.](\d{2})(?::(\d{2}))?(am|pm|a\.m\.?|p\.m\.?)?$/iu;
const HOUR_HALF = /^(\d{1,2})(am|pm|a\.m\.?|p\.m\.?)$/iu;
const HALF = /^(am|pm|a\.m\.?|p\.m\.?)$/iu;

/** 14:30, 2.30 pm, 06:05, 9:00. A point parts hours and minutes only with am or pm, since 2.30 alone is a decimal. */
const clockTime: Rule = {
  name: 'clock time',
  apply(input) {
    const match = CLOCK.exec(input.token.text);
    if (!match) return undefined;
    const [whole, hour = '', minute = '', second, attached] = match;
    const next = neighbour(input, 1)?.text ?? '';
    const following =
      attached === undefined && spaceOnly(input.token.gapAfter) && HALF.test(next) ? next : undefined;
    const half = attached ?? following;
    if (Number(hour) > 24 || Number(minute) > 59 || (whole.includes('.') && half === undefined))
      return undefined;
    if (!whole.includes(':') && !/\.\d{2}/u.test(whole)) return undefined;
    const said = sayClock(Number(hour), minute, half !== undefined, input.locale);
    if (second !== undefined)
      said.push('and', ...sayWhole(second, input.locale), second === '01' ? 'second' : 'seconds');
    if (attached !== undefined) said.push(...sayHalf(attached));
    return following === undefined ? [said] : [said, sayHalf(following)];
  },
};

/** 9am, 9 am. */
const hourWithHalf: Rule = {
  name: 'hour with am or pm',
  apply(input) {
    const attached = HOUR_HALF.exec(input.token.text);
    if (attached) return [[...sayWhole(attached[1] ?? '', input.locale), ...sayHalf(attached[2] ?? '')]];
    const next = neighbour(input, 1)?.text ?? '';
    if (
      !/^\d{1,2}$/u.test(input.token.text) ||
      !spaceOnly(input.token.gapAfter) ||
      !/^(am|pm|a\.m\.|p\.m\.)$/iu.test(next)
    )
      return undefined;
    return [sayWhole(input.token.text, input.locale), sayHalf(next)];
  },
};

/** 14:00–15:30, 9–11am. */
const timeRange: Rule = {
  name: 'range of times',
  apply({ token, locale }) {
    const clocks = /^(\d{1,2}):(\d{2})[-–](\d{1,2}):(\d{2})$/u.exec(token.text);
    if (clocks) {
      const [, hour = '', minute = '', endHour = '', endMinute = ''] = clocks;
      if (Number(hour) > 24 || Number(endHour) > 24 || Number(minute) > 59 || Number(endMinute) > 59)
        return undefined;
      return [
        [
          ...sayClock(Number(hour), minute, false, locale),
          'to',
          ...sayClock(Number(endHour), endMinute, false, locale),
        ],
      ];
    }
    const hours = /^(\d{1,2})[-–](\d{1,2})(am|pm)$/iu.exec(token.text);
    return hours
      ? [
          [
            ...sayWhole(hours[1] ?? '', locale),
            'to',
            ...sayWhole(hours[2] ?? '', locale),
            ...sayHalf(hours[3] ?? ''),
          ],
        ]
      : undefined;
  },
};

/** "5 min 20 s" is left to the units; "1h 20m" and "2h30" are durations. */
const duration: Rule = {
  name: 'duration',
  apply({ token, locale }) {
    const match = /^(\d+)h(\d{1,2})?(?:m|min)?$/u.exec(token.text);
    if (!match) return undefined;
    const hours = match[1] ?? '';
    const said = [
      ...sayNumber({ negative: false, plus: false, whole: hours, fraction: undefined }, locale),
      hours === '1' ? 'hour' : 'hours',
    ];
    return [match[2] === undefined ? said : [...said, ...sayWhole(match[2], locale)]];
  },
};

export const timeRules: readonly Rule[] = [timeRange, clockTime, hourWithHalf, duration];

function sayClock(hour: number, minute: string, hasHalf: boolean, locale: string): string[] {
  const said = sayWhole(String(hour), locale);
  if (minute === '00') {
    if (hasHalf) return said;
    return hour === 0 || hour > 12 ? [...said, 'hundred'] : [...said, "o'clock"];
  }
  return minute.startsWith('0')
    ? [...said, 'oh', ...sayWhole(minute.slice(1), locale)]
    : [...said, ...sayWhole(minute, locale)];
}

function sayHalf(half: string): string[] {
  return /^a/iu.test(half) ? ['A', 'M'] : ['P', 'M'];
}
