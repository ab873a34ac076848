import { expect, test } from 'vitest';
import { DEFAULT_CHOICES } from './choices.ts';
import { expandSentence } from './expand.ts';
import { guessSubject, subjectNamed, type Subject } from './subject.ts';

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

test.each([
  ['Count the beats in each bar. A crotchet lasts one beat and a minim two. The time signature tells how many. Clap the rhythm, then play the notes on the stave.', 'music'],
  ['Simplify the fractions. Work out 3/4 of 20. Solve the equation. Write the decimal as a percentage. Calculate the perimeter of the triangle.', 'maths'],
  ['Plants make glucose by photosynthesis. Energy from light is taken in by chlorophyll in the cells. Enzymes speed up the reaction.', 'science'],
  ['The team scored twice before half-time. The referee stopped the match after a tackle, and two players left the pitch.', 'sport'],
  ['The lamplighters walked the streets at dusk. Each carried a pole and a ladder. The work ended in 1912.', undefined],
  ['A note lay on the bar. He had a sharp pitch and a flat voice.', undefined],
  ['', undefined],
] as const)('“%s” is of %s', (text, subject) => {
  expect(guessSubject(text)).toBe(subject);
}); // prettier-ignore
