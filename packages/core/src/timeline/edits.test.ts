import { describe, expect, test } from 'vitest';
import { edited, type Edit } from './edits.ts';
import { FULL, lengthOf, silence } from './piece.ts';
import { short, times } from './testing/inShort.ts';
import type { Timeline } from './timeline.ts';

describe('edits', () => {
  /** Two words of one clip with a pause between them. */
  const one: Timeline = {
    sampleRate: 1000,
    samples: 780,
    pieces: [
      { source: { kind: 'clip', key: 'a' }, from: 0, to: 120, gain: 0, fade: FULL },
      silence(180),
      { source: { kind: 'clip', key: 'a' }, from: 120, to: 600, gain: 0, fade: FULL },
    ],
    sentences: [
      {
        from: 0,
        to: 780,
        words: [
          { from: 20, to: 100 },
          { from: 310, to: 770 },
        ],
      },
    ],
  };
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
      'a stretch is moved to a later place, and its word with it',
      [{ kind: 'move', from: 0, to: 150, at: 780 }],
      '-150 a120:600 a0:120 -30',
      ['160:730 650:730 160:620'],
    ],
    [
      'and to an earlier one',
      [{ kind: 'move', from: 300, to: 780, at: 0 }],
      'a120:600 a0:120 -180',
      ['10:580 500:580 10:470'],
    ],
    [
      'a place inside the stretch is no place for it',
      [{ kind: 'move', from: 0, to: 150, at: 100 }],
      'a0:120 -180 a120:600',
      ['0:780 20:100 310:770'],
    ],
    [
      'twice as fast: half as long, with a little of what lies beside it',
      [{ kind: 'treat', from: 0, to: 200, treatment: { kind: 'tempo', factor: 2 } }],
      'tempo(a0:120 -130)0:100 -100 a120:600',
      ['0:680 10:50 210:670'],
    ],
    [
      'higher: as long as it was',
      [{ kind: 'treat', from: 300, to: 780, treatment: { kind: 'pitch', semitones: 2 } }],
      'a0:120 -180 pitch(-50 a120:600)50:530',
      ['0:780 20:100 310:770'],
    ],
    [
      'several that are one step',
      [
        {
          kind: 'together',
          edits: [
            { kind: 'cut', from: 150, to: 250 },
            { kind: 'cut', from: 0, to: 20 },
          ],
        },
      ],
      'a20:120 -30 -50 a120:600',
      ['0:660 0:80 190:650'],
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

  test('a long stretch is treated in parts that end between words; not a sample is lost', () => {
    const seconds = 65;
    const long: Timeline = {
      sampleRate: 1000,
      samples: seconds * 1000,
      pieces: [{ source: { kind: 'recording', id: 'r' }, from: 0, to: seconds * 1000, gain: 0, fade: FULL }],
      sentences: [
        {
          from: 0,
          to: seconds * 1000,
          words: Array.from({ length: 90 }, (_, i) => ({ from: i * 700 + 100, to: i * 700 + 600 })),
        },
      ],
    };
    const after = edited(long, [
      { kind: 'treat', from: 0, to: long.samples, treatment: { kind: 'tempo', factor: 1.3 } },
    ]);
    expect(after.samples).toBe(50_000);
    expect(after.pieces.length).toBeGreaterThan(2);
    expect(after.pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)).toBe(after.samples);
    const edges = after.pieces.reduce<number[]>(
      (ends, piece) => [...ends, (ends.at(-1) ?? 0) + lengthOf(piece)],
      [],
    );
    for (const edge of edges.slice(0, -1))
      expect(after.sentences[0]?.words.some(({ from, to }) => from < edge && to > edge)).toBe(false);
    expect(after.sentences[0]?.words.at(-1)).toEqual({
      from: Math.round(62_400 / 1.3),
      to: Math.round(62_900 / 1.3),
    });
  });
});
