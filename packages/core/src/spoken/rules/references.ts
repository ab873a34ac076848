import type { Rule } from '../types.ts';
import { neighbour } from './context.ts';
import { sayWhole } from './englishNumbers.ts';

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

/** Places in plays, poems and books that a text refers to, and the numbers of its notes. */
export const referenceRules: readonly Rule[] = [line, scene, verse, note];
