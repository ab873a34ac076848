import type { Rule } from '../types.ts';
import { bare, neighbour } from './context.ts';
import { pluralOf, sayOrdinal, sayWhole } from './englishNumbers.ts';
import { romanValue } from './romanNumerals.ts';

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
      bare(neighbour(input, -1)),
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

const SCHOOL: Readonly<Record<string, readonly string[]>> = {
  Y: ['year'], Yr: ['year'], Yrs: ['years'], Q: ['question'], KS: ['key', 'stage'], Rm: ['room'], Rms: ['rooms'], Ex: ['exercise'], Gp: ['group'], Grp: ['group'], Hse: ['house'],
  Ext: ['extension'], Op: ['opus'], Gd: ['grade'], Sc: ['scene'], Wk: ['week'], Pt: ['part'], Pts: ['parts'], Bk: ['book'], Vs: ['verse'], Ln: ['line'],
}; // prettier-ignore

/** l. 45 and ll. 10–12 of a play or poem; v. 3 and vv. 3–5. */
const line: Rule = {
  name: 'line or verse',
  apply(input) {
    const said = { l: 'line', ll: 'lines', v: 'verse', vv: 'verses' }[input.token.text];
    const next = neighbour(input, 1)?.text ?? '';
    return said !== undefined && /^\.\s*$/u.test(input.token.gapAfter) && /^\d/u.test(next)
      ? [[said]]
      : undefined;
  },
};

/** Macbeth (1.7.54), 1.7.1–10: act, scene and line; John 3:16, Genesis 1:1–5: chapter and verse. */
const verse: Rule = {
  name: 'chapter and verse',
  apply(input) {
    const match = /^(\d{1,3}):(\d{1,3})(?:[-–](\d{1,3}))?$/u.exec(input.token.text);
    const book = (neighbour(input, -1)?.text ?? '').replace(/^\p{Ll}/u, '');
    if (!match || !BOOKS.has(book)) return undefined;
    const [, chapter = '', from = '', to] = match;
    return [
      [
        'chapter', ...sayWhole(chapter, input.locale), to === undefined ? 'verse' : 'verses', ...sayWhole(from, input.locale),
        ...(to === undefined ? [] : ['to', ...sayWhole(to, input.locale)]),
      ],
    ]; // prettier-ignore
  },
};

/** Macbeth (1.7.54), 1.7.54–60: act, scene and line of a play. */
const scene: Rule = {
  name: 'act, scene and line',
  apply(input) {
    const match = /^([1-5])\.(\d{1,2})(?:\.(\d{1,3})(?:[-–](\d{1,3}))?)?$/u.exec(input.token.text);
    if (!match || (match[3] === undefined && !input.token.gapBefore.includes('('))) return undefined;
    const isPlay = [-1, -2, -3].some((by) =>
      PLAYS.has((neighbour(input, by)?.text ?? '').replace(/[’']s?$/u, '')),
    );
    const isLineRange = match[4] !== undefined;
    if (!isPlay && !isLineRange) return undefined;
    const [, act = '', number = '', from, to] = match;
    const say = (figures: string) => sayWhole(figures, input.locale);
    return [
      [
        'act', ...say(act), 'scene', ...say(number), ...(from === undefined ? [] : [to === undefined ? 'line' : 'lines', ...say(from)]),
        ...(to === undefined ? [] : ['to', ...say(to)]),
      ],
    ]; // prettier-ignore
  },
};

const PLAYS = new Set(
  'Macbeth Hamlet Othello Lear Juliet Tempest Caesar Venice Night Dream Ado Shrew Cleopatra Coriolanus Cymbeline Verona Errors Athens Andronicus Richard Henry Twelfth Measure Faustus Volpone Antigone Oedipus Crucible Inspector play'.split(
    ' ',
  ),
);

const BOOKS = new Set(
  'Genesis Exodus Leviticus Numbers Deuteronomy Joshua Judges Ruth Samuel Kings Chronicles Ezra Nehemiah Esther Job Psalm Psalms Proverbs Ecclesiastes Isaiah Jeremiah Lamentations Ezekiel Daniel Hosea Joel Amos Obadiah Jonah Micah Nahum Habakkuk Zephaniah Haggai Zechariah Malachi Matthew Matt Mark Luke John Acts Romans Corinthians Galatians Ephesians Philippians Colossians Thessalonians Timothy Titus Philemon Hebrews James Peter Jude Revelation Surah Sura Quran'.split(
    ' ',
  ),
);

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

/** duke¹, rare.²: the number of a note after a word. */
const note: Rule = {
  name: 'number of a note',
  apply({ token, locale, index }) {
    const alone = /^([⁰¹²³⁴-⁹]{1,3})$/u.exec(token.text);
    if (alone && (index === 0 || /[.!?,;:]["”’']?\s*$/u.test(token.gapBefore)))
      return [['note', ...sayFigures(alone[1] ?? '', locale)]];
    const match = /^([\p{L}’'-]{3,})[.,;:!?]?([⁰¹²³⁴-⁹]{1,3})$/u.exec(token.text);
    if (!match || /^(?:km|cm|mm|dm|nm)$/u.test(match[1] ?? '')) return undefined;
    return [[(match[1] ?? '').replace(/[’]/gu, "'"), 'note', ...sayFigures(match[2] ?? '', locale)]];
  },
};

function sayFigures(raised: string, locale: string): string[] {
  return sayWhole([...raised].map((sign) => '⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(sign)).join(''), locale);
}

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

/** 1st–3rd where the dash has parted it: the first of the two. */
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

/** b__d, w___s, _at: a blank inside a word. */
const blankInside: Rule = {
  name: 'blank',
  apply({ token }) {
    if (/^(?:\.{5,}|…{2,}|_{2,})$/u.test(token.text)) return [['blank']];
    if (!/^\p{L}*(?:_+\p{L}+)+_*$|^\p{L}+_+$/u.test(token.text)) return undefined;
    // A single underscore joins the parts of a name in a program: "total_score".
    if (!/__/u.test(token.text) && /\p{L}{2,}_\p{L}{2,}/u.test(token.text)) return undefined;
    return [
      token.text
        .split(/(_+)/u)
        .flatMap((part) =>
          part === ''
            ? []
            : part.startsWith('_')
              ? ['blank']
              : [part.length === 1 ? part.toLowerCase() : part],
        ),
    ];
  },
};

export const labelRules: readonly Rule[] = [
  blankInside,
  romanLabel,
  letterLabel,
  questionPart,
  schoolYear,
  line,
  scene,
  verse,
  team,
  oneOrMore,
  roadNumber,
  note,
  ordinalRange,
  ordinalCompound,
];
