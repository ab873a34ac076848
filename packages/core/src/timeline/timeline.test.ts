import { describe, expect, test } from 'vitest';
import { lengthOf } from './piece.ts';
import { scheduleSentence, type SentenceToSchedule } from './sentence.ts';
import { short, times } from './testing/inShort.ts';
import { joined, timelineSpan, timelineOf } from './timeline.ts';

const RATE = 1000;
const SCHEDULING = { sampleRate: RATE, gain: 0 };
const FACTS = {
  samples: 600,
  words: [{ from: 20, to: 100 }, { from: 130, to: 300 }, { from: 310, to: 590 }], // prettier-ignore
  cuts: [120],
};
const SENTENCE: SentenceToSchedule = {
  words: [
    { firstSpoken: 0, spokenCount: 1 },
    { firstSpoken: 1, spokenCount: 2 },
  ],
  breaks: [0],
  pauses: [0.2],
  pauseAfter: 0.5,
};

describe('a sentence', () => {
  test.each([
    [
      'its pause is shortened by what rings on after the word',
      [0.2],
      'a0:120 -180 a120:600',
      ['20:100', '310:770'],
      780,
    ],
    ['a pause shorter than that is none', [0.02], 'a0:600', ['20:100', '130:590'], 600],
    ['no pause at all', [0], 'a0:600', ['20:100', '130:590'], 600],
  ] as const)('%s', (_name, pauses, pieces, words, samples) => {
    const scheduled = scheduleSentence({ ...SENTENCE, pauses }, 'a', FACTS, SCHEDULING);
    expect(short(scheduled.pieces)).toBe(pieces);
    expect(scheduled.words.map(({ from, to }) => `${from}:${to}`)).toEqual(words);
    expect([scheduled.samples, scheduled.pauseAfter]).toEqual([samples, 500]);
    expect(scheduled.pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)).toBe(scheduled.samples);
  });

  test('several pauses add up, and a displayed word spans those between its spoken words', () => {
    const scheduled = scheduleSentence(
      { words: [{ firstSpoken: 0, spokenCount: 3 }], breaks: [0, 1], pauses: [0.1, 0.3], pauseAfter: 0 },
      'a',
      { ...FACTS, cuts: [100, 300] },
      { sampleRate: RATE, gain: 4 },
    );
    expect(short(scheduled.pieces)).toBe('a0:100@4 -100 a100:300@4 -300 a300:600@4');
    expect(scheduled.words).toEqual([{ from: 20, to: 990 }]);
  });

  test('the same clip serves readings with other pauses and loudness', () => {
    const keys = [0, 0.4].map((pause) =>
      scheduleSentence({ ...SENTENCE, pauses: [pause] }, 'a', FACTS, {
        sampleRate: RATE,
        gain: pause * 10,
      }).pieces.flatMap(({ source }) => (source.kind === 'clip' ? source.key : [])),
    );
    expect(new Set(keys.flat())).toEqual(new Set(['a']));
  });

  test.each([
    ['more breaks than cuts', { ...SENTENCE, breaks: [0, 1] }],
    ['more words than the clip', { ...SENTENCE, words: [{ firstSpoken: 2, spokenCount: 2 }] }],
  ])('a clip that does not fit its plan is an error: %s', (_name, sentence) => {
    expect(() => scheduleSentence(sentence, 'a', FACTS, SCHEDULING)).toThrow(RangeError);
  });
});

const scheduled = (key: string) => scheduleSentence(SENTENCE, key, FACTS, SCHEDULING);
const TWO = timelineOf(RATE, [scheduled('a'), { ...scheduled('b'), pauseAfter: 0 }]);

describe('a timeline', () => {
  test('has sentences one after the other, each with its pause', () => {
    expect(TWO.samples).toBe(780 + 500 + 780);
    expect(short(TWO.pieces)).toBe('a0:120 -180 a120:600 -500 b0:120 -180 b120:600');
    expect(times(TWO)).toEqual(['0:780 20:100 310:770', '1280:2060 1300:1380 1590:2050']);
  });

  test('joined with another goes on where the first ends', () => {
    const both = joined([TWO, timelineOf(RATE, [scheduled('c')])]);
    expect(both.samples).toBe(2060 + 1280);
    expect(times(both)[2]).toBe('2060:2840 2080:2160 2370:2830');
    expect(() => joined([TWO, timelineOf(8000, [])])).toThrow('cannot be joined');
    expect(() => joined([])).toThrow('nothing to join');
  });

  test.each([
    [
      0,
      2060,
      'a0:120 -180 a120:600 -500 b0:120 -180 b120:600',
      ['0:780 20:100 310:770', '1280:2060 1300:1380 1590:2050'],
    ],
    [50, 350, 'a50:120 -180 a120:170', ['0:300 0:50 260:300', '300:300 300:300 300:300']],
    [1000, 1330, '-280 b0:50', ['0:0 0:0 0:0', '280:330 300:330 330:330']],
    [-5, 10, 'a0:10', ['0:10 10:10 10:10', '10:10 10:10 10:10']],
    [2000, 9999, 'b540:600', ['0:0 0:0 0:0', '0:60 0:0 0:50']],
    [30, 20, '', ['0:0 0:0 0:0', '0:0 0:0 0:0']],
  ] as const)('stretch from %d to %d', (from, to, pieces, expected) => {
    const span = timelineSpan(TWO, from, to);
    expect(short(span.pieces)).toBe(pieces);
    expect(times(span)).toEqual(expected);
    expect(span.pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)).toBe(span.samples);
  });
});
