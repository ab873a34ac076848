import { expect, test } from 'vitest';
import { guessLanguage } from './language.ts';
import { blocksFromPlainText } from './plainText.ts';
import { guessTitle } from './title.ts';

test.each([
  ['The river turned slowly past the mill, and the people of the town watched it rise.', 'en-GB'],
  ['Rzeka powoli skręcała obok młyna, a mieszkańcy miasta patrzyli, jak podnosi się woda.', 'pl'],
  ['La rivière tournait lentement devant le moulin, et les gens de la ville la regardaient monter.', 'fr'],
  [
    '川はゆっくりと水車小屋のそばを曲がり、町の人々は水が上がるのを見ていた。それは長い冬の終わりだった。',
    'ja',
  ],
  ['كان النهر يدور ببطء بجانب الطاحونة، وكان أهل المدينة يشاهدونه وهو يرتفع.', 'ar'],
  ['OK', 'en-GB'],
  ['', 'en-GB'],
])('language of %j is %s', (text, language) => {
  expect(guessLanguage(text)).toBe(language);
});

test.each([
  ['The bog\n\nIt is deep.', undefined, 'The bog'],
  ['It is deep. It is wet.', 'peat_bog notes.txt', 'peat bog notes'],
  ['It is deep. It is wet.', undefined, 'It is deep'],
  ['', undefined, 'Untitled handout'],
  [`${'word '.repeat(60)}.`, undefined, `${'word '.repeat(14)}word…`],
])('title of %j from %j is %j', (text, fileName, title) => {
  expect(guessTitle(blocksFromPlainText(text), fileName)).toBe(title);
});
