import { describe, expect, test } from 'vitest';
import { leftOutOf } from '../plan/leftOut.ts';
import { sentencesOf } from '../text/sentences.ts';
import { DEFAULT_CHOICES } from './choices.ts';
import { expandSentence } from './expand.ts';

/**
 * All characters of the Unicode categories for symbols, but for the bars that part cells and the dots that
 * open the items of lists.
 */
const SYMBOLS = (() => {
  const found: string[] = [];
  for (let code = 0x21; code < 0x1fbff; code++) {
    const sign = String.fromCodePoint(code);
    if (/[\p{Sm}\p{So}\p{Sc}]/u.test(sign) && !/[|¦▪○●◦]/u.test(sign)) found.push(sign);
  }
  return found;
})();

/** What is said, and what is told to be left out. */
function accountOf(text: string): { said: string[]; left: string } {
  const said = sentencesOf(text, 'en-GB').flatMap(({ start, end }) =>
    expandSentence(text.slice(start, end), 'en-GB').flatMap((word) => word.spoken),
  );
  const left = leftOutOf([{ type: 'paragraph', text, offset: 0 }], 'en-GB', DEFAULT_CHOICES)
    .map((one) => one.text)
    .join(' ');
  return { said, left };
}

/**
 * Signs of other writing systems' own symbols are left to their readers; what is tested is that each is said
 * or told of.
 */
describe('no symbol is dropped without a word', () => {
  test(
    'alone between words, each says something or stands in the list of what is left out',
    { tags: 'long' },
    () => {
      expect(SYMBOLS.length).toBeGreaterThan(8000);
      const silent = SYMBOLS.filter((sign) => {
        const { said, left } = accountOf(`the moss ${sign} grows`);
        return said.length <= 3 && !left.includes(sign);
      });
      expect(silent).toEqual([]);
    },
  );

  test.each([
    ['pay 5 ₿ now', 'bitcoin'], ['turn it ↻ once', 'clockwise'], ['f ∘ g', 'ring'], ['3 ∣ 12', 'divides'], ['a ⊗ b', 'circled'],
  ])('a sign that no rule says has its name in the CLDR: %s', (written, word) => {
    expect(accountOf(written).said).toContain(word);
  }); // prettier-ignore

  test('a sign that opens a line is its mark, and told as left out', () => {
    expect(accountOf('❖ Read the page')).toEqual({ said: ['Read', 'the', 'page'], left: '❖' });
  });

  test.each([
    ['5 - 3 = 2', 'minus'], ['x − 3', 'minus'], ['(-3)² = 9', 'minus'], ['it fell to –4 °C', 'minus'], ['∛27', 'cube'], ['0.3̇', 'recurring'], ['a ≠ b', 'not'], ['x != 4', 'not'], ['A → B', 'to'], ['N₂ + 3H₂ ⇌ 2NH₃', 'equilibrium'],
    ['p ⇒ q', 'implies'], ['go ↑ two', 'up'], ['2H2 + O2 -> 2H2O', 'gives'], ['F♯', 'sharp'], ['E♭', 'flat'], ['♩ = 90', 'crotchet'], ['✓ done', 'tick'], ['✗ wrong', 'cross'], ['☐ moss', 'box'], ['2H₂O', 'two'], ['SO₄²⁻', 'minus'],
    ['Ca²⁺', 'plus'], ['²³⁵U', 'uranium'], ['b__d', 'blank'], ['Name: ........', 'blank'], ['4(x − 3)', 'bracket'], ['3 * 4 = 12', 'times'], ['12 / 4 = 3', 'divided'], ['1 : 3', 'to'], ['5! = 120', 'factorial'],
  ] as const)('%s says “%s”', (written, word) => {
    expect(accountOf(written).said).toContain(word);
  }); // prettier-ignore
});
