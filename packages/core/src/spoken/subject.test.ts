import { expect, test } from 'vitest';
import { DEFAULT_CHOICES } from './choices.ts';
import { expandSentence } from './expand.ts';
import { subjectNamed, type Subject } from './subject.ts';

test.each([
  ['Maths', 'maths'], ['Year 9 Mathematics', 'maths'], ['Chemistry', 'science'], ['Combined Science', 'science'], ['Music', 'music'], ['PE', 'sport'], ['History', undefined], ['', undefined], ['Peat', undefined],
] as const)('%s is %s', (name, subject) => {
  expect(subjectNamed(name)).toBe(subject);
}); // prettier-ignore

test.each([
  ['Count 3/4 aloud', undefined, 'Count three quarters aloud'],
  ['Count 3/4 aloud', 'music', 'Count three four aloud'],
  ['They had 12/20', undefined, 'They had twelve twentieths'],
  ['They had 12/20', 'sport', 'They had twelve out of twenty'],
  ['sodium + chlorine → salt', undefined, 'sodium plus chlorine to salt'],
  ['sodium + chlorine → salt', 'science', 'sodium plus chlorine gives salt'],
] as const)('“%s” in %s is “%s”', (text, subject: Subject | undefined, said) => {
  const words = expandSentence(text, 'en-GB', { choices: { ...DEFAULT_CHOICES, subject } });
  expect(words.flatMap(({ spoken }) => spoken).join(' ')).toBe(said);
});
