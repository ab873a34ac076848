import { describe, expect, test, vi } from 'vitest';
import { MAX_SENTENCE_CHARACTERS, sentencesOf } from './sentences.ts';

const cases: readonly (readonly [text: string, sentences: readonly string[], language?: string])[] = [
  ['One. Two.', ['One.', 'Two.']],
  ['Is it? Yes! Good.', ['Is it?', 'Yes!', 'Good.']],
  ['Dr. Ward met Mrs. Pell. They talked.', ['Dr. Ward met Mrs. Pell.', 'They talked.']],
  ['St. Anne’s Lane is long.', ['St. Anne’s Lane is long.']],
  ['See Fig. 3 and p. 12. Then go on.', ['See Fig. 3 and p. 12.', 'Then go on.']],
  ['He said no. Then he left.', ['He said no.', 'Then he left.']],
  ['It is No. 7 on the list.', ['It is No. 7 on the list.']],
  ['J. R. Pell wrote it.', ['J. R. Pell wrote it.']],
  ['It was I. Nobody else knew.', ['It was I.', 'Nobody else knew.']],
  ['Use mosses, e.g. Sphagnum, here.', ['Use mosses, e.g. Sphagnum, here.']],
  ['Bring pens, paper, etc. Then begin.', ['Bring pens, paper, etc.', 'Then begin.']],
  ['We met at 6 p.m. The sun had set.', ['We met at 6 p.m.', 'The sun had set.']],
  ['It is 3.5 m deep. That is a lot.', ['It is 3.5 m deep.', 'That is a lot.']],
  ['“Stop!” he said. “Why?” she asked.', ['“Stop!” he said.', '“Why?” she asked.']],
  ['Wait… what? Oh.', ['Wait… what?', 'Oh.']],
  ['(It rained.) We stayed.', ['(It rained.)', 'We stayed.']],
  ['  spaces around.  ', ['spaces around.']],
  ['no stop at the end', ['no stop at the end']],
  ['', []],
  ['   ', []],
  ['Dr. Meier kommt. Er ist da.', ['Dr. Meier kommt.', 'Er ist da.'], 'de'],
  ['M. Petit dort. Il rêve.', ['M. Petit dort.', 'Il rêve.'], 'fr'],
  ['川は曲がる。人は見る。', ['川は曲がる。', '人は見る。'], 'ja'],
];

for (const [text, sentences, language = 'en-GB'] of cases) {
  test(JSON.stringify(text), () => {
    expect(sentencesOf(text, language).map(({ start, end }) => text.slice(start, end))).toEqual(sentences);
  });
}

describe('very long sentences', () => {
  test('are parted at commas, and nothing is lost', () => {
    const text = `${'the river turns and turns again, '.repeat(120)}and stops.`;
    const parts = sentencesOf(text, 'en-GB');
    expect(parts.length).toBeGreaterThan(5);
    for (const { start, end } of parts) expect(end - start).toBeLessThanOrEqual(MAX_SENTENCE_CHARACTERS);
    expect(parts.slice(0, -1).every(({ start, end }) => text.slice(start, end).endsWith(','))).toBe(true);
    const joined = parts.map(({ start, end }) => text.slice(start, end)).join(' ');
    expect(joined).toBe(text);
  });

  test('a run of letters without any space is cut, never inside a surrogate pair', () => {
    const text = '𝒳'.repeat(2000);
    const parts = sentencesOf(text, 'en-GB').map(({ start, end }) => text.slice(start, end));
    expect(parts.join('')).toBe(text);
    expect(parts.filter((part) => /\p{Cs}/u.test(part))).toEqual([]);
  });
});

describe('long texts', () => {
  const counted = (text: string) => sentencesOf(text, 'en-GB').length;

  test.each([
    ['abbreviations without an end', 'Dr. '],
    ['letters with stops', 'a.b.c. '],
    ['stops alone', '. '],
    ['one word', 'mmmm'],
    ['lines', 'x\n'],
  ])(
    '%s: the breaker, which takes time with the square of the length, never gets much at once',
    (_name, unit) => {
      const segment = vi.spyOn(Intl.Segmenter.prototype, 'segment');
      counted(unit.repeat(100_000 / unit.length));
      const lengths = segment.mock.calls.map(([text]) => text.length);
      segment.mockRestore();
      expect(Math.max(...lengths)).toBeLessThanOrEqual(4000);
      expect(lengths.reduce((sum, length) => sum + length, 0)).toBe(100_000 - (100_000 % unit.length));
    },
  );

  test('are broken at the same places as in pieces', () => {
    const paragraph = 'Dr. Ward came to the weir. It was wet; he left at 3 p.m. and did not return! Why? ';
    expect(counted(paragraph.repeat(200))).toBe(200 * counted(paragraph));
  });
});
