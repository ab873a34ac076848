import { describe, expect, test } from 'vitest';
import { DEFAULT_CHOICES } from '../choices.ts';
import { expandSentence } from '../expand.ts';
import { sayLine } from './lineReader.ts';

const said = (line: string) =>
  sayLine(line, 'en-GB')
    ?.flatMap(({ words }) => words)
    .join(' ');

/**
 * As teachers of mathematics in Britain say it: common practice, no source. That nothing is lost is checked
 * against the library speech-rule-engine in the readers' tests.
 */
describe('an equation on its line', () => {
  test.each([
    // fractions and what they hold
    ['(x + 1)/2 = 7', 'X plus one all over two equals seven'],
    ['(2x)/(3y)', 'two X over three Y'],
    ['1/(x + 1) + 1/x', 'one over open bracket X plus one close bracket plus one over X'],
    [
      'x = (−b ± √(b² − 4ac))/(2a)',
      'X equals minus B plus or minus the square root of open bracket B squared minus four A C close bracket all over two A',
    ],
    ['4/3 πr³', 'four thirds pi R cubed'],
    ['7/2', 'seven halves'],
    ['17/12', 'seventeen over twelve'],
    ['6 1/4', 'six and one quarter'],
    ['1/6 n(n + 1)', 'one sixth N open bracket N plus one close bracket'],
    ['dy/dx = 2x', 'D Y by D X equals two X'],
    ['d²y/dx²', 'D two Y by D X squared'],
    ['ad/(bc)', 'A D over B C'],
    ['1/(1 + 1/x)', 'one over open bracket one plus one over X close bracket'],
    // roots and powers
    ['√(9 + 16) = 5', 'the square root of open bracket nine plus sixteen close bracket equals five'],
    ['√(2x)', 'the square root of two X'],
    ['√(2x)y', 'the square root of open bracket two X close bracket Y'],
    ['⁵√32 = 2', 'the fifth root of thirty two equals two'],
    ['ⁿ√x', 'the N root of X'],
    ['∛x = x^(1/3)', 'the cube root of X equals X to the power of one third'],
    ['2^(n + 1)', 'two to the power of open bracket N plus one close bracket'],
    ['e^(−x²)', 'E to the power of minus X squared'],
    ['(x + 1)²', 'open bracket X plus one close bracket all squared'],
    ['(2x)³', 'open bracket two X close bracket cubed'],
    ['10⁻⁶', 'ten to the power of minus six'],
    ['xⁿ', 'X to the power of N'],
    // indices and marks
    ['u_(n + 1) = 2uₙ + 3', 'U sub open bracket N plus one close bracket equals two U N plus three'],
    ['v_max = 3.5', 'V max equals three point five'],
    ['x₁ + x₂', 'X one plus X two'],
    ['Gm₁m₂/r²', 'G M one M two over R squared'],
    ['x̄ = (∑ x)/n', 'X bar equals the sum of X over N'],
    ['v⃗', 'vector V'],
    ['AB⃗', 'vector A B'],
    ['p̂', 'P hat'],
    ['0.3̇', 'zero point three recurring'],
    ['f′(x)', 'F prime of X'],
    // functions
    ['f(x + h) − f(x)', 'F of open bracket X plus H close bracket minus F of X'],
    ['sin² θ + cos² θ = 1', 'sine squared theta plus cosine squared theta equals one'],
    ['cos⁻¹ x', 'inverse cosine X'],
    ['log₁₀ 100 = 2', 'log to the base ten of one hundred equals two'],
    ['log_2 8', 'log to the base two of eight'],
    ['ln x', 'L N X'],
    ['P(A ∪ B) = P(A) + P(B)', 'P of A union B equals P of A plus P of B'],
    ['P(A|B)', 'P of A given B'],
    // limits
    ['∑_(i=1)^n i²', 'the sum from I equals one to N of I squared'],
    ['∑_k x', 'the sum over K of X'],
    ['∏_(k=1)^n k', 'the product from K equals one to N of K'],
    ['∫_0^1 x² dx', 'the integral from zero to one of X squared D X'],
    ['lim_(x→0) (sin x)/x = 1', 'the limit as X tends to zero of sine X over X equals one'],
    ['max_(0≤x≤1) x', 'the maximum over zero is less than or equal to X is less than or equal to one of X'],
    // brackets of all kinds
    ['(n choose k)', 'N choose K'],
    ['|x − 3| < 2', 'the modulus of X minus three is less than two'],
    ['|x − 3| + 2', 'the modulus of X minus three end modulus plus two'],
    ['⌊5.7⌋ = 5', 'the floor of five point seven equals five'],
    ['x ∈ {1, 2, 3}', 'X is in the set one two three'],
    ['[1,2;3,4]', 'the two by two matrix row one one two row two three four'],
    ['[3;4]', 'the column vector three four'],
    ['det[1,2;3,4]', 'determinant of the two by two matrix row one one two row two three four'],
    ['f(x) = −x if x < 0; x otherwise', 'F of X equals minus X if X is less than zero X otherwise'],
    [
      'n!/(k!(n − k)!)',
      'N factorial over open bracket K factorial open bracket N minus K close bracket factorial close bracket',
    ],
    ['a₁ + … + aₙ', 'A one plus and so on plus A N'],
    ['speed = distance/time', 'speed equals distance over time'],
    ['∠ABC = 90°', 'angle A B C equals ninety degrees'],
  ])('%s', (line, words) => {
    expect(said(line)).toBe(words);
  });

  test.each(['@home', 'a # b'])('what is no mathematics is left alone: %s', (line) => {
    expect(sayLine(line, 'en-GB')).toBeUndefined();
  });

  test('every word is told where it is said, in order', () => {
    const places = sayLine('(x + 1)/2', 'en-GB')?.map(({ at }) => at) ?? [];
    expect(places).toEqual([1, 3, 5, 6, 7, 8]);
  });
});

describe('an equation in a sentence', () => {
  const words = (text: string) =>
    expandSentence(text, 'en-GB', { choices: DEFAULT_CHOICES }).map(({ text: shown, spoken }) => [
      shown,
      spoken.join(' '),
    ]);
  test('has its words lit where they stand', () => {
    expect(words('Work out (a + b)/2 if a is big.')).toEqual([
      ['Work', 'Work'],
      ['out', 'out'],
      ['(a', 'A'],
      ['+', 'plus'],
      ['b)/2', 'B all over two'],
      ['if', 'if'],
      ['a', 'a'],
      ['is', 'is'],
      ['big', 'big'],
    ]);
  });

  test.each([
    ['The mean is (∑ x)/n today.', 'The mean is the sum of X over N today'],
    ['Use v_max = 3.', 'Use V max equals three'],
    ['c = 4.2 J/(g °C)', 'C equals four point two joules per gram per degree Celsius'],
    ['R = 2 W/(m K)', 'R equals two watts per metre per kelvin'],
    ['b_d and c_t', 'b blank d and c blank t'],
    ['Is a/(b + c) a fraction?', 'Is A over open bracket B plus C close bracket a fraction'],
  ])('%s', (text, whole) => {
    expect(
      words(text)
        .map(([, spoken]) => spoken)
        .join(' '),
    ).toBe(whole);
  });

  test('a word in it that is set for its place is said so, the rest as before', () => {
    const text = 'Work out (a + b)/2 now.';
    const entry = { written: '+', said: 'added to', kind: 'alias' as const, caseSensitive: true };
    const said = expandSentence(text, 'en-GB', { occurrences: [{ start: text.indexOf('+'), entry }] });
    expect(said.flatMap(({ spoken }) => spoken).join(' ')).toBe('Work out A added to B all over two now');
  });

  test.each([
    '/('.repeat(20_000),
    `|x${'+'.repeat(40_000)}`,
    `x = ${'[a'.repeat(20_000)}`,
    `√(${'x + '.repeat(10_000)}`,
  ])('what is too long for one is read word by word: %#', (text) => {
    expect(expandSentence(text, 'en-GB').some(({ rule }) => rule === 'equation')).toBe(false);
    expect(expandSentence(text, 'en-GB', { isEquation: true }).some(({ rule }) => rule === 'equation')).toBe(
      false,
    );
  });

  test.each([
    ['v = 20 m/s', 'V equals twenty metres per second'],
    ['c = 4.2 J/(g °C)', 'C equals four point two joules per gram per degree Celsius'],
    ['E = 1/2 mv²', 'E equals one half M V squared'],
  ])('a quantity in an equation has its unit: %s', (text, whole) => {
    const said = expandSentence(text, 'en-GB', {
      isEquation: true,
      choices: { ...DEFAULT_CHOICES, subject: 'maths' },
    });
    expect(said.flatMap(({ spoken }) => spoken).join(' ')).toBe(whole);
  });
});
