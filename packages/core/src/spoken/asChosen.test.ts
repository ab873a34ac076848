import { describe, expect, test } from 'vitest';
import { leftOutOf } from '../plan/leftOut.ts';
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
    ['See https://wrenmoor.example/tides for more.', { links: 'named' }, 'See link for more'],
    ['See www.wrenmoor.example for more.', { links: 'left-out' }, 'See  for more'],
    ['Write to mara@wrenmoor.example.', { links: 'named' }, 'Write to link'],
    ['The bog (a wet place) is old.', { asides: 'left-out' }, 'The bog    is old'],
    ['The bog (a wet (cold) place) is old.', { asides: 'left-out' }, 'The bog     is old'],
    ['The bog (a wet place) is old.', {}, 'The bog a wet place is old'],
    [
      'f(x) and 4(x − 3) stay.',
      { asides: 'left-out' },
      'F of X and four open bracket X minus three close bracket stay',
    ],
    ['The bracket is open.', { brackets: 'paused' }, 'The bracket is open'],
  ] as const)('“%s” with %j is “%s”', (text, choices, words) => {
    expect(said(text, choices)).toBe(words);
  });

  test('descriptions of pictures are left out of the plan on wish', () => {
    const blocks = [
      { type: 'paragraph' as const, text: 'A bog.', offset: 0 },
      { type: 'picture' as const, text: 'Moss in a jar.', offset: 7 },
    ];
    const wordsWith = (pictures: 'said' | 'left-out') =>
      [
        ...planHandout(
          blocks,
          'en-GB',
          { id: 'v', engineVersion: '1' },
          {
            speed: 150,
            pitch: 0,
            sampleRate: 22_050,
            choices: { ...DEFAULT_CHOICES, pictures },
          },
        ),
      ].flatMap(({ plan }) => plan.words);
    expect(wordsWith('left-out')).toEqual(['a', 'bog']);
    expect(wordsWith('said')).toContain('Moss');
    expect(leftOutOf(blocks, 'en-GB', { ...DEFAULT_CHOICES, pictures: 'left-out' })).toMatchObject([
      { block: 1, rule: 'picture description left out' },
    ]);
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
