import { describe, expect, test } from 'vitest';
import { edited, type Edit } from './edits.ts';
import { lengthOf, type Piece } from './piece.ts';
import { layOut, type SentenceToLay } from './sentence.ts';
import { joined, stretchOf, timelineOf, type Timeline } from './timeline.ts';

const RATE = 1000;
const LAYING = { sampleRate: RATE, gain: 0 };
const FACTS = {
  samples: 600,
  words: [{ from: 20, to: 100 }, { from: 130, to: 300 }, { from: 310, to: 590 }], // prettier-ignore
  cuts: [120],
};
const SENTENCE: SentenceToLay = {
  words: [
    { firstSpoken: 0, spokenCount: 1 },
    { firstSpoken: 1, spokenCount: 2 },
  ],
  breaks: [0],
  pauses: [0.2],
  pauseAfter: 0.5,
};

/** Pieces in short: a letter for the source, then its samples; silence as its length. */
const short = (pieces: readonly Piece[]) =>
  pieces
    .map((piece) =>
      piece.source.kind === 'silence'
        ? `-${lengthOf(piece)}`
        : `${piece.source.kind === 'clip' ? piece.source.key : piece.source.id}${piece.from}:${piece.to}${piece.gain === 0 ? '' : `@${piece.gain}`}${piece.fade[0] === 1 && piece.fade[1] === 1 ? '' : `~${piece.fade[0]}~${piece.fade[1]}`}`,
    )
    .join(' ');
const times = ({ sentences }: Timeline) =>
  sentences.map(({ from, to, words }) =>
    [`${from}:${to}`, ...words.map((word) => `${word.from}:${word.to}`)].join(' '),
  );

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
    const laid = layOut({ ...SENTENCE, pauses }, 'a', FACTS, LAYING);
    expect(short(laid.pieces)).toBe(pieces);
    expect(laid.words.map(({ from, to }) => `${from}:${to}`)).toEqual(words);
    expect([laid.samples, laid.pauseAfter]).toEqual([samples, 500]);
    expect(laid.pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)).toBe(laid.samples);
  });

  test('several pauses add up, and a displayed word spans those between its spoken words', () => {
    const laid = layOut(
      { words: [{ firstSpoken: 0, spokenCount: 3 }], breaks: [0, 1], pauses: [0.1, 0.3], pauseAfter: 0 },
      'a',
      { ...FACTS, cuts: [100, 300] },
      { sampleRate: RATE, gain: 4 },
    );
    expect(short(laid.pieces)).toBe('a0:100@4 -100 a100:300@4 -300 a300:600@4');
    expect(laid.words).toEqual([{ from: 20, to: 990 }]);
  });

  test('the same clip serves readings with other pauses and loudness', () => {
    const keys = [0, 0.4].map((pause) =>
      layOut({ ...SENTENCE, pauses: [pause] }, 'a', FACTS, {
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
    expect(() => layOut(sentence, 'a', FACTS, LAYING)).toThrow(RangeError);
  });
});

const laid = (key: string) => layOut(SENTENCE, key, FACTS, LAYING);
const TWO = timelineOf(RATE, [laid('a'), { ...laid('b'), pauseAfter: 0 }]);

describe('a timeline', () => {
  test('has sentences one after the other, each with its pause', () => {
    expect(TWO.samples).toBe(780 + 500 + 780);
    expect(short(TWO.pieces)).toBe('a0:120 -180 a120:600 -500 b0:120 -180 b120:600');
    expect(times(TWO)).toEqual(['0:780 20:100 310:770', '1280:2060 1300:1380 1590:2050']);
  });

  test('joined with another goes on where the first ends', () => {
    const both = joined([TWO, timelineOf(RATE, [laid('c')])]);
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
    const stretch = stretchOf(TWO, from, to);
    expect(short(stretch.pieces)).toBe(pieces);
    expect(times(stretch)).toEqual(expected);
    expect(stretch.pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)).toBe(stretch.samples);
  });
});

describe('edits', () => {
  const one = timelineOf(RATE, [{ ...laid('a'), pauseAfter: 0 }]);
  test.each<[string, Edit[], string, string[]]>([
    ['none leave it as it is', [], 'a0:120 -180 a120:600', ['0:780 20:100 310:770']],
    ['a cut before all', [{ kind: 'cut', from: 0, to: 20 }], 'a20:120 -180 a120:600', ['0:760 0:80 290:750']],
    [
      'a cut in a pause',
      [{ kind: 'cut', from: 150, to: 250 }],
      'a0:120 -30 -50 a120:600',
      ['0:680 20:100 210:670'],
    ],
    [
      'a cut of a word leaves it without length',
      [{ kind: 'cut', from: 15, to: 110 }],
      'a0:15 a110:120 -180 a120:600',
      ['0:685 15:15 215:675'],
    ],
    [
      'silence before a word',
      [{ kind: 'insert-silence', at: 310, samples: 40 }],
      'a0:120 -180 a120:130 -40 a130:600',
      ['0:820 20:100 350:810'],
    ],
    [
      'silence at the very end',
      [{ kind: 'insert-silence', at: 780, samples: 40 }],
      'a0:120 -180 a120:600 -40',
      ['0:780 20:100 310:770'],
    ],
    [
      'a muted cough keeps all times',
      [{ kind: 'mute', from: 100, to: 120 }],
      'a0:100 -20 -180 a120:600',
      ['0:780 20:100 310:770'],
    ],
    [
      'louder in the middle',
      [{ kind: 'gain', from: 310, to: 770, decibels: 3 }],
      'a0:120 -180 a120:130 a130:590@3 a590:600',
      ['0:780 20:100 310:770'],
    ],
    [
      'gains add up',
      [
        { kind: 'gain', from: 0, to: 120, decibels: 3 },
        { kind: 'gain', from: 0, to: 120, decibels: -1 },
      ],
      'a0:120@2 -180 a120:600',
      ['0:780 20:100 310:770'],
    ],
    [
      'a fade in',
      [{ kind: 'fade', from: 0, to: 60, direction: 'in' }],
      'a0:60~0~1 a60:120 -180 a120:600',
      ['0:780 20:100 310:770'],
    ],
    [
      'a fade out over several pieces is one line',
      [{ kind: 'fade', from: 60, to: 540, direction: 'out' }],
      'a0:60 a60:120~1~0.875 -180 a120:360~0.5~0 a360:600',
      ['0:780 20:100 310:770'],
    ],
    [
      'a fade that is cut into keeps its line',
      [
        { kind: 'fade', from: 0, to: 100, direction: 'in' },
        { kind: 'cut', from: 0, to: 50 },
      ],
      'a50:100~0.5~1 a100:120 -180 a120:600',
      ['0:730 0:50 260:720'],
    ],
    [
      'edits count on those before them',
      [
        { kind: 'cut', from: 0, to: 20 },
        { kind: 'insert-silence', at: 0, samples: 5 },
      ],
      '-5 a20:120 -180 a120:600',
      ['5:765 5:85 295:755'],
    ],
    [
      'what lies outside is left alone',
      [
        { kind: 'cut', from: 900, to: 1000 },
        { kind: 'mute', from: -20, to: 0 },
      ],
      'a0:120 -180 a120:600',
      ['0:780 20:100 310:770'],
    ],
  ])('%s', (_name, edits, pieces, expected) => {
    const before = JSON.stringify(one);
    const after = edited(one, edits);
    expect(short(after.pieces)).toBe(pieces);
    expect(times(after)).toEqual(expected);
    expect(after.samples).toBe(after.pieces.reduce((sum, piece) => sum + lengthOf(piece), 0));
    expect(JSON.stringify(one)).toBe(before);
  });
});
