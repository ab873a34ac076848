import { CARDINAL_AFTER, MONARCHS, ROMAN_CARDINAL_CUES } from '../words/englishWords.ts';
import type { Rule } from '../types.ts';
import { plainWord, neighbour, spaceOnly } from './context.ts';
import { sayOrdinal, sayWhole } from './englishNumbers.ts';
import { lookupTable } from '../../lib/lookupTable.ts';

const FIGURES: Readonly<Record<string, number>> = lookupTable({
  I: 1,
  V: 5,
  X: 10,
  L: 50,
  C: 100,
  D: 500,
  M: 1000,
});

/** Value of a well-formed Roman numeral in capitals, up to 3999. */
export function romanValue(text: string): number | undefined {
  if (!/^(?=[IVXLCDM])M{0,3}(CM|CD|D?C{0,3})(XC|XL|L?X{0,3})(IX|IV|V?I{0,3})$/u.test(text)) return undefined;
  const values = [...text].map((letter) => FIGURES[letter] ?? 0);
  return values.reduce((sum, value, i) => sum + (value < (values[i + 1] ?? 0) ? -value : value), 0);
}

/** V–I, Acts II–III: two numerals with a dash between. */
const romanRange: Rule = {
  name: 'range of Roman numerals',
  apply(input) {
    const joined = /^([IVX]+)[-–]([IVX]+)$/u.exec(input.token.text);
    const [first, second] = joined ? [joined[1], joined[2]] : [input.token.text, neighbour(input, 1)?.text];
    const from = romanValue(first ?? '');
    const to = romanValue(second ?? '');
    if (from === undefined || to === undefined || (!joined && !/^[-–]$/u.test(input.token.gapAfter)))
      return undefined;
    const said = [[...sayWhole(String(from), input.locale), 'to'], sayWhole(String(to), input.locale)];
    if (joined) return [said.flat()];
    // A row of chords: "I–IV–V".
    const third = romanValue(neighbour(input, 2)?.text ?? '');
    const goesOn = third !== undefined && /^[-–]$/u.test(neighbour(input, 1)?.gapAfter ?? '');
    return goesOn
      ? [
          sayWhole(String(from), input.locale),
          sayWhole(String(to), input.locale),
          sayWhole(String(third), input.locale),
        ]
      : said;
  },
};

/** Henry VIII, Louis XIV's, Chapter IV, Sonnet XVIII, WWII. */
const roman: Rule = {
  name: 'Roman numeral',
  apply(input) {
    const { locale } = input;
    const war = /^(WW)(I{1,2}|[12])([’']s)?$/u.exec(input.token.text);
    if (war) {
      const number = sayWhole(String(romanValue(war[2] ?? '') ?? war[2]), locale);
      return [['world', 'war', `${number.join(' ')}${war[3] === undefined ? '' : "'s"}`]];
    }
    const match = /^([IVXLCDM]+)([’']s?)?$/u.exec(input.token.text);
    const value = romanValue(match?.[1] ?? '');
    const before = neighbour(input, -1);
    if (!match || value === undefined || before === undefined) return undefined;
    if (!spaceOnly(input.token.gapBefore.replace(/^\./u, ''))) return undefined;
    const possessive = (words: string[]) =>
      match[2] === undefined ? words : [...words.slice(0, -1), `${words.at(-1) ?? ''}'s`];
    const cue = plainWord(before);
    if (
      ROMAN_CARDINAL_CUES.has(cue) ||
      CARDINAL_AFTER.has(cue) ||
      /^(ch|pt|vol|sc)$/iu.test(before.text) ||
      (/^no$/iu.test(before.text) && match[1] !== 'I')
    )
      return [possessive(sayWhole(String(value), locale))];
    const isName = /^\p{Lu}\p{Ll}{2,}$/u.test(before.text);
    // "I" and "V" alone are a pronoun and a letter, unless the name is one that kings, queens and popes bear.
    const isRuler = MONARCHS.has(before.text) && ((match[1] ?? '') !== 'I' || !startsClause(input));
    const afterName = isName && ((match[1] ?? '').length > 1 ? !isInitials(input) : isRuler);
    return afterName && value <= 40 ? [possessive(['the', ...sayOrdinal(String(value), locale)])] : undefined;
  },
};

export const romanRules: readonly Rule[] = [romanRange, roman];

/** "When James, I think, …": a pronoun stands before a verb that a king would have with an ending. */
function startsClause(input: Parameters<Rule['apply']>[0]): boolean {
  return /^(?:am|think|thought|know|knew|saw|see|have|want|believe|hope|like|love|do)$/u.test(
    neighbour(input, 1)?.text ?? '',
  );
}

/** "The CD", "An MC": capitals that happen to be figures after an article or another small word. */
function isInitials(input: Parameters<Rule['apply']>[0]): boolean {
  const before = neighbour(input, -1)?.text ?? '';
  if (
    /^(?:The|This|That|These|Those|Our|My|Your|His|Her|Its|Their|Any|Each|Every|One|New|Old|Play|Open|Use|Buy|Send|Write|Read|Put|Burn|Insert|Make|Wear|Add|And|But|For|With|From|Some|Every|Size|Which|What|When|Is|Are|Was|Has|Had)$/u.test(
      before,
    )
  )
    return true;
  // No ruler had such a number.
  return /^(?:CD|CV|DC|MC|MD|DM|CC|CI|DI|MI|LCD|LI|XL|XXL|DVD|MM|CM|DIM|MIX|LCM|MDI)$/u.test(
    input.token.text.replace(/[’']s?$/u, ''),
  );
}
