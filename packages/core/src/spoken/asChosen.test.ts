import { describe, expect, test } from 'vitest';
import { planHandout } from '../plan/planHandout.ts';
import { DEFAULT_CHOICES, type SpokenChoices } from './choices.ts';
import { expandSentence } from './expand.ts';

const said = (text: string, choices: Partial<SpokenChoices>, language = 'en-GB') =>
  expandSentence(text, language, { choices: { ...DEFAULT_CHOICES, subject: 'maths', ...choices } })
    .map(({ spoken }) => spoken.join(' '))
    .join(' ');

describe('where teachers differ', () => {
  test.each([
    ['0.5 and 10 and 0', { zero: 'nought' }, 'nought point five and ten and nought'],
    ['0.5', {}, 'zero point five'],
    ['Write zero as 0.', { zero: 'nought' }, 'Write zero as nought'],
    ['4(x − 3) = 8', { brackets: 'paused' }, 'four X minus three equals eight'],
    ['(x + 1)/2', { brackets: 'paused' }, 'X plus one all over two'],
    ['4(x − 3) = 8', {}, 'four open bracket X minus three close bracket equals eight'],
    ['3/4 of 20', { fractions: 'over' }, 'three over four of twenty'],
    ['3/4 of 20', {}, 'three quarters of twenty'],
    ['1 3/4', { fractions: 'over' }, 'one and three over four'],
    ['1/2 + 2/5', { fractions: 'over' }, 'one over two plus two over five'],
    ['½ a cup', { fractions: 'over' }, 'one half a cup'],
    ['Due on 3/11/26', { fractions: 'over' }, 'Due on the third of November twenty twenty six'],
    ['The bracket is open.', { brackets: 'paused' }, 'The bracket is open'],
  ] as const)('“%s” with %j is “%s”', (text, choices, words) => {
    expect(said(text, choices)).toBe(words);
  });

  test('brackets that are not said are pauses in the plan', () => {
    const plan = planHandout(
      [{ type: 'paragraph', text: '4(x − 3) = 8', offset: 0 }],
      'en-GB',
      { id: 'v', engineVersion: '1' },
      {
        speed: 150,
        pitch: 0,
        sampleRate: 22_050,

        choices: { ...DEFAULT_CHOICES, subject: 'maths', brackets: 'paused' },
      },
    );
    const [sentence] = plan;
    expect(sentence?.plan.words).toEqual(['four', 'X', 'minus', 'three', 'equals', 'eight']);
    expect(sentence?.plan.breaks).toEqual([0, 3]);
  });
});
