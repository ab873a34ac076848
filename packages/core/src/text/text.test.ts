import { describe, expect, test } from 'vitest';
import { carryAnchors } from './anchors.ts';
import { contentHash, hasSameContent, withIds, type TextBlock } from './text.ts';

/** Blocks from "id text", e.g. "a We read it." */
const text = (...blocks: string[]): TextBlock[] =>
  blocks.map((block) => {
    const [id = '', ...words] = block.split(' ');
    return { id, type: 'paragraph', text: words.join(' ') };
  });

describe('withIds', () => {
  test('keeps ids that are there once and gives others new ones', () => {
    let n = 0;
    const blocks = [{ id: 'a' }, {}, { id: 'a' }, { id: 'b' }].map((block) => ({
      ...block,
      type: 'paragraph' as const,
      text: 'x',
    }));
    expect(withIds(blocks, () => `new ${++n}`).map(({ id }) => id)).toEqual(['a', 'new 1', 'new 2', 'b']);
  });
});

describe('contentHash', () => {
  const hash = contentHash('en-GB', text('a One.', 'b Two.'));
  test('is the same for the same text', () =>
    expect(contentHash('en-GB', text('a One.', 'b Two.'))).toBe(hash));
  test.each([
    ['language', contentHash('en-US', text('a One.', 'b Two.'))],
    ['word', contentHash('en-GB', text('a One.', 'b Too.'))],
    ['id', contentHash('en-GB', text('a One.', 'c Two.'))],
    ['order', contentHash('en-GB', text('b Two.', 'a One.'))],
    ['kind', contentHash('en-GB', [...text('a One.'), { id: 'b', type: 'question', text: 'Two.' }])],
    [
      'silence',
      contentHash('en-GB', [...text('a One.'), { id: 'b', type: 'paragraph', silent: true, text: 'Two.' }]),
    ],
  ])('changes with another %s', (_what, other) => expect(other).not.toBe(hash));

  test('ids do not count where only the words are compared', () => {
    expect(hasSameContent(text('a One.'), text('b One.'))).toBe(true);
    expect(hasSameContent(text('a One.'), text('a One!'))).toBe(false);
    expect(hasSameContent(text('a One.'), text('a One.', 'b'))).toBe(false);
  });
});

describe('carryAnchors', () => {
  const BEFORE = text(
    'a We read it daily.',
    'b They read it then. We read on, and read well.',
    'c The lead pipe.',
  );
  /** An anchor for the nth place where a word stands in a block. */
  const anchor = (blocks: readonly TextBlock[], block: string, written: string, nth = 0) => {
    const own = blocks.find(({ id }) => id === block)?.text ?? '';
    const starts = [...own.matchAll(new RegExp(`\\b${written}\\b`, 'gu'))].map(({ index }) => index);
    return { block, start: starts[nth] ?? -1, written };
  };
  const carried = (after: TextBlock[], ...anchors: ReturnType<typeof anchor>[]) => {
    const { kept, lost } = carryAnchors(anchors, BEFORE, after);
    return [
      ...kept.map(({ block, start }) => {
        const own = after.find(({ id }) => id === block)?.text ?? '';
        return `${block}: ${own.slice(Math.max(0, start - 5), start)}[${own.slice(start, start + 4)}]`;
      }),
      ...lost.map(({ written }) => `lost ${written}`),
    ];
  };
  const first = anchor(BEFORE, 'a', 'read');
  const second = anchor(BEFORE, 'b', 'read', 1);
  const third = anchor(BEFORE, 'b', 'read', 2);
  const lead = anchor(BEFORE, 'c', 'lead');

  test.each<[string, TextBlock[], string[]]>([
    ['nothing changed', BEFORE, ['a: We [read]', 'b: . We [read]', 'b:  and [read]', 'c: The [lead]']],
    [
      'words inserted before',
      text(
        'a Now we all gladly read it daily.',
        'b Often they read it then. We read on, and read well.',
        'c The lead pipe.',
      ),
      ['a: adly [read]', 'b: . We [read]', 'b:  and [read]', 'c: The [lead]'],
    ],
    [
      'blocks inserted above',
      text(
        'x We read here.',
        ...[
          'a We read it daily.',
          'y New.',
          'b They read it then. We read on, and read well.',
          'c The lead pipe.',
        ],
      ),
      ['a: We [read]', 'b: . We [read]', 'b:  and [read]', 'c: The [lead]'],
    ],
    [
      'blocks moved',
      text('c The lead pipe.', 'b They read it then. We read on, and read well.', 'a We read it daily.'),
      ['a: We [read]', 'b: . We [read]', 'b:  and [read]', 'c: The [lead]'],
    ],
    [
      'a block parted in two',
      text('a We read it daily.', 'b They read it then.', 'x We read on, and read well.', 'c The lead pipe.'),
      ['a: We [read]', 'x: We [read]', 'x:  and [read]', 'c: The [lead]'],
    ],
    [
      'two blocks joined',
      text('a We read it daily. They read it then. We read on, and read well.', 'c The lead pipe.'),
      ['a: We [read]', 'a: . We [read]', 'a:  and [read]', 'c: The [lead]'],
    ],
    [
      'a word taken out',
      text('a We read it daily.', 'b They read it then. We go on, and read well.', 'c The lead pipe.'),
      ['a: We [read]', 'b:  and [read]', 'c: The [lead]', 'lost read'],
    ],
    [
      'a block taken out',
      text('a We read it daily.', 'b They read it then. We read on, and read well.'),
      ['a: We [read]', 'b: . We [read]', 'b:  and [read]', 'lost lead'],
    ],
    [
      'the mark after a word changed',
      text('a We read, it daily.', 'b They read it then. We read on, and “read” well.', 'c The lead: pipe.'),
      ['a: We [read]', 'b: . We [read]', 'b: and “[read]', 'c: The [lead]'],
    ],
    ['another text', text('z Nothing of it is left.'), ['lost read', 'lost read', 'lost read', 'lost lead']],
  ])('%s', (_name, after, expected) => expect(carried(after, first, second, third, lead)).toEqual(expected));

  test('a word that was lost is found again when its block is back', () => {
    const gone = carryAnchors([lead], BEFORE, text('a We read it daily.'));
    expect(gone.lost).toEqual([lead]);
    expect(carryAnchors(gone.lost, text('a We read it daily.'), BEFORE).kept).toEqual([lead]);
  });

  test('what an anchor carries beside its place stays with it', () => {
    const { kept } = carryAnchors([{ ...first, said: 'RED' }], BEFORE, text('a Then we read it daily.'));
    expect(kept).toEqual([{ block: 'a', start: 8, written: 'read', said: 'RED' }]);
  });
});
