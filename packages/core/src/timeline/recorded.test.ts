import { describe, expect, test } from 'vitest';
import { edited } from './edits.ts';
import { recordedTimeline, spokenTimes, recordedSpanOf, type RecordedWord } from './recorded.ts';
import { scheduleSentence } from './sentence.ts';
import { times } from './testing/inShort.ts';

const word = (spoken: string, from?: number, to?: number): RecordedWord => ({
  spoken: spoken.split(' '),
  from: from ?? null,
  to: to ?? null,
});
const SENTENCES = [
  [word('The', 500, 600), word('bore', 620, 1000)],
  [word('comes'), word('at', 1700, 1800), word('ten forty', 1800, 2400)],
  [word('never')],
];
const recorded = recordedTimeline(
  'r',
  1000,
  4000,
  SENTENCES.map((words) => ({ words })),
);

describe('a recording', () => {
  test('as a timeline: what is left out has no length', () => {
    expect(times(recorded)).toEqual([
      '500:1000 500:600 620:1000',
      '1700:2400 1000:1000 1700:1800 1800:2400',
      '2400:2400 2400:2400',
    ]);
  });

  test('a sentence is heard from a little before its first word to where the next one begins', () => {
    expect(recordedSpanOf(recorded, 0)).toEqual({
      from: 440,
      to: 1640,
      words: [
        { from: 60, to: 160 },
        { from: 180, to: 560 },
      ],
      trailingSilence: 640,
    });
    expect(recordedSpanOf(recorded, 1)).toMatchObject({ from: 1640, to: 2800, trailingSilence: 400 });
    expect(recordedSpanOf(recorded, 2)).toBeUndefined();
    expect(recordedSpanOf(recorded, 3)).toBeUndefined();
  });

  test('after a move the sentences follow each other as they are heard', () => {
    const after = edited(recorded, [{ kind: 'move', from: 1640, to: 2800, at: 0 }]);
    expect(recordedSpanOf(after, 1)).toMatchObject({ from: 0, to: 1600 });
    expect(recordedSpanOf(after, 0)).toMatchObject({ from: 1600, to: 2560 });
  });

  test('the speaker’s own pause counts into the pupil’s', () => {
    const facts = { samples: 1000, words: [{ from: 0, to: 600 }], cuts: [], trailingSilence: 400 };
    const sentence = { words: [{ firstSpoken: 0, spokenCount: 1 }], breaks: [], pauses: [] };
    const pauseAfter = (seconds: number) =>
      scheduleSentence({ ...sentence, pauseAfter: seconds }, 'k', facts, { sampleRate: 1000, gain: 0 })
        .pauseAfter;
    expect([pauseAfter(1), pauseAfter(0.3)]).toEqual([600, 0]);
  });
});

describe('times of spoken words', () => {
  const ranges = [
    { from: 0, to: 100 },
    { from: 100, to: 200 },
    { from: 300, to: 700 },
  ];
  const words = [word('It'), word('is'), word('ten forty')];
  test.each([
    ['as recorded', 'It is ten forty', '0:100 100:200 300:500 500:700'],
    ['something said before it has no time', 'heading It is ten forty', '0:0 0:100 100:200 300:500 500:700'],
    ['said otherwise it shares the time', 'It is twenty to eleven', '0:100 100:200 300:433 433:567 567:700'],
    ['more in the middle has no time', 'It is now ten forty', '0:100 100:200 200:200 300:500 500:700'],
    ['less', 'It ten', '0:100 300:500'],
    ['another text altogether', 'one two', '0:350 350:700'],
  ])('%s', (_name, planned, expected) => {
    expect(
      spokenTimes(planned.split(' '), words, ranges)
        .map(({ from, to }) => `${from}:${to}`)
        .join(' '),
    ).toBe(expected);
  });
});
