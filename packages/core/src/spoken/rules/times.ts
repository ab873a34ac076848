import type { Rule, RuleInput } from '../types.ts';
import { neighbour, spaceOnly } from './context.ts';
import { sayNumber, sayWhole } from './englishNumbers.ts';

const CLOCK = /^(\d{1,2})[:.](\d{2})(?::(\d{2}))?(am|pm|a\.m\.?|p\.m\.?)?$/iu;
const HOUR_HALF = /^(\d{1,2})(am|pm|a\.m\.?|p\.m\.?)$/iu;
const HALF = /^(am|pm|a\.m\.?|p\.m\.?)$/iu;

/**
 * 14:30, 2.30 pm, 06:05, 9:00. A point parts hours and minutes only with am or pm, since 2.30 alone is a
 * decimal.
 */
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
    // "at 9.30": with a point, where a time is asked for.
    const isAt =
      whole.includes('.') &&
      half === undefined &&
      /[05]$/u.test(minute) &&
      second === undefined &&
      Number(hour) > 0 &&
      (isTimeCue(input) || TRAVEL.test(next)) &&
      !/^(?:per|%|[a-zA-Zµ°]{1,3}[²³]?)$/u.test(next);
    if (Number(hour) > 24 || Number(minute) > 59 || (whole.includes('.') && half === undefined && !isAt))
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
    // "10 a.m.–2 p.m."
    const leads =
      /^\.?\s?[–-]\s?$/u.test(neighbour(input, 1)?.gapAfter ?? '') &&
      /^\d/u.test(neighbour(input, 2)?.text ?? '');
    return [sayWhole(input.token.text, input.locale), [...sayHalf(next), ...(leads ? ['to'] : [])]];
  },
};

/** 14:00–15:30, 9–11am, 9.30am-10.15am, 3.30–4.30 pm. */
const timeRange: Rule = {
  name: 'range of times',
  apply(input) {
    const { token, locale } = input;
    const match =
      /^(\d{1,2})(?:([:.])(\d{2}))?(am|pm|a\.m\.?|p\.m\.?)?[-–](\d{1,2})(?:([:.])(\d{2}))?(am|pm|a\.m\.?|p\.m\.?)?$/iu.exec(
        token.text,
      );
    if (!match) return undefined;
    const [, hour = '', mark, minute, half, endHour = '', endMark, endMinute, endHalf] = match;
    const next = neighbour(input, 1)?.text ?? '';
    const following =
      endHalf === undefined && spaceOnly(token.gapAfter) && HALF.test(next) ? next : undefined;
    const hasHalf = half !== undefined || endHalf !== undefined || following !== undefined;
    const areClocks = mark === ':' && endMark === ':';
    if (!hasHalf && !areClocks) return undefined;
    if (Number(hour) > 24 || Number(endHour) > 24 || Number(minute ?? 0) > 59 || Number(endMinute ?? 0) > 59)
      return undefined;
    const said = [
      ...sayClock(Number(hour), minute ?? '00', hasHalf, locale),
      ...(half === undefined ? [] : sayHalf(half)),
      'to',
      ...sayClock(Number(endHour), endMinute ?? '00', hasHalf, locale),
      ...(endHalf === undefined ? [] : sayHalf(endHalf)),
    ];
    return following === undefined ? [said] : [said, sayHalf(following)];
  },
};

/** 0815, dep. 0940, 2000 hrs: four figures of the 24-hour clock. */
const fourFigures: Rule = {
  name: 'time of the 24-hour clock',
  apply(input) {
    const match = /^([01]\d|2[0-3])([0-5]\d)(h|hrs?)?$/u.exec(input.token.text);
    if (!match) return undefined;
    const [, hour = '', minute = '', attached] = match;
    const next = (neighbour(input, 1)?.text ?? '').toLowerCase();
    const before = (neighbour(input, -1)?.text ?? '').toLowerCase();
    const isHours =
      attached !== undefined || (/^(?:hrs?|hours|h)$/u.test(next) && spaceOnly(input.token.gapAfter));
    const isTravel = TRAVEL.test(next) || /^(?:dep|departs?|departing|arr|arrives?|arriving)$/u.test(before);
    const isEarly =
      hour.startsWith('0') &&
      /^(?:at|by|from|until|till|before|after|about|around|to|the|since)$/u.test(before);
    if (!isHours && !isTravel && !isEarly) return undefined;
    const lead = hour.startsWith('0')
      ? hour === '00'
        ? ['zero', 'zero']
        : ['oh', ...sayWhole(hour.slice(1), input.locale)]
      : sayWhole(hour, input.locale);
    const rest =
      minute === '00'
        ? ['hundred']
        : minute.startsWith('0')
          ? ['oh', ...sayWhole(minute.slice(1), input.locale)]
          : sayWhole(minute, input.locale);
    const said = [...lead, ...rest];
    if (attached !== undefined) return [[...said, 'hours']];
    return isHours ? [said, ['hours']] : [said];
  },
};

/** dep. and arr. before a time. */
const timetable: Rule = {
  name: 'abbreviation of a timetable',
  apply(input) {
    const said = { dep: 'departs', arr: 'arrives', deps: 'departures' }[input.token.text.toLowerCase()];
    const next = neighbour(input, 1)?.text ?? '';
    return said !== undefined && /^\d{1,2}[:.]?\d{2}/u.test(next) ? [[said]] : undefined;
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

export const timeRules: readonly Rule[] = [
  timeRange,
  fourFigures,
  timetable,
  clockTime,
  hourWithHalf,
  duration,
];

const TRAVEL = /^(?:bus|train|ferry|flight|tram|coach|service|sailing|boat)$/iu;

function isTimeCue(input: RuleInput): boolean {
  return /^(?:at|until|till|from|starts|begins|ends|opens|closes|leaves)$/u.test(
    (neighbour(input, -1)?.text ?? '').toLowerCase(),
  );
}

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
