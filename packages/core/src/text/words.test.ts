import { expect, test } from 'vitest';
import { wordsOf } from './words.ts';

const cases: readonly (readonly [text: string, words: readonly string[], language?: string])[] = [
  ['The bog is deep.', ['The', 'bog', 'is', 'deep']],
  ['“Stop!” he said.', ['Stop', 'he', 'said']],
  ['It costs £3.50, or 20p.', ['It', 'costs', '£3.50', 'or', '20p']],
  ['on 12/05/2024 at 14:30', ['on', '12/05/2024', 'at', '14:30']],
  ['a well-known and/or new word', ['a', 'well-known', 'and/or', 'new', 'word']],
  ['here—there … and gone', ['here', 'there', 'and', 'gone']],
  ['pages 10–12 (twelve)', ['pages', '10–12', 'twelve']],
  ['the boys’ dog and the dog’s bone', ['the', 'boys’', 'dog', 'and', 'the', 'dog’s', 'bone']],
  ["'quoted' and 'twas", ['quoted', 'and', 'twas']],
  ['e.g. this, U.S. that', ['e.g.', 'this', 'U.S.', 'that']],
  ['fill in ____ here', ['fill', 'in', '____', 'here']],
  ['x² + 3 = 7', ['x²', '+', '3', '=', '7']],
  ['it fell to -3 °C', ['it', 'fell', 'to', '-3', '°C']],
  ['.5 of it', ['.5', 'of', 'it']],
  ['a - b', ['a', 'b']],
  ['*bold* and _thin_', ['bold', 'and', '_thin_']],
  ['😀 smile👍🏽 🇬🇧👩🏽‍🌾!', ['😀', 'smile', '👍🏽', '🇬🇧', '👩🏽‍🌾']],
  ['— … “” ()', []],
  ['مرحبا بالعالم، كيف الحال؟', ['مرحبا', 'بالعالم', 'كيف', 'الحال'], 'ar'],
  ['川は曲がる。', ['川', 'は', '曲がる'], 'ja'],
  ['', []],
];

for (const [text, words, language = 'en-GB'] of cases) {
  test(JSON.stringify(text), () => {
    expect(wordsOf(text, language).map(({ start, end }) => text.slice(start, end))).toEqual(words);
  });
}
