import type { BlockView, ReadingSentence } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { isWorthChecking, notesOf, type NoteKnowledge } from './notes.ts';

const NOTHING: NoteKnowledge = { decided: { entries: [], places: [] }, doubtful: new Set(), leftOut: [] };

function sentence(text: string, said: Readonly<Record<string, string>> = {}): ReadingSentence {
  const words = [...text.matchAll(/[\p{L}\p{N}.'’]+/gu)].map((match) => ({
    start: match.index,
    end: match.index + match[0].length,
    said: said[match[0]] ?? match[0].toLowerCase(),
  }));
  return {
    index: 4,
    block: 2,
    start: 0,
    end: text.length,
    words,
    spokenWords: words.length,
    samples: 1,
    pauseAfter: 0,
    times: null,
  };
}

const explanations = (
  block: Partial<BlockView> & { text: string },
  said: Record<string, string>,
  more: Partial<NoteKnowledge>,
) =>
  notesOf({ type: 'paragraph', ...block }, 2, [sentence(block.text, said)], { ...NOTHING, ...more }).map(
    (note) => `${isWorthChecking(note) ? '!' : ''}${note.kind}: ${note.written} ${note.explanation}`,
  );

describe('what stands in the margin', () => {
  test.each<
    [string, Partial<BlockView> & { text: string }, Record<string, string>, Partial<NoteKnowledge>, string[]]
  >([
    ['nothing of note', { text: 'A bog is wet' }, {}, {}, []],
    [
      'figures are told on wish',
      { text: 'It is 3.5 deep' },
      { '3.5': 'three point five' },
      {},
      ['said: 3.5 three point five'],
    ],
    [
      'an entry goes first, with its plural and possessive',
      { text: 'In 1900 Jory’s boat' },
      { '1900': 'nineteen hundred' },
      { decided: { entries: [{ written: 'jory', said: 'JAW-ree', caseSensitive: false }], places: [] } },
      ['!pronunciation: Jory’s JAW-ree', 'said: 1900 nineteen hundred'],
    ],
    [
      'a case that counts',
      { text: 'Polish it' },
      {},
      { decided: { entries: [{ written: 'polish', said: 'POL-ish', caseSensitive: true }], places: [] } },
      [],
    ],
    [
      'an entry for a place',
      { text: 'He read it' },
      {},
      { decided: { entries: [], places: [{ block: 2, start: 3 }] } },
      ['!pronunciation: read read'],
    ],
    [
      'a doubtful word',
      { text: 'The quern turns' },
      {},
      { doubtful: new Set(['quern']) },
      ['!doubtful: quern doubtful'],
    ],
    [
      'what is left out of this block alone',
      { text: 'See it' },
      {},
      {
        leftOut: [
          { block: 2, start: 0, end: 3, text: '(Ward, 2011)', rule: 'citation left out' },
          { block: 3, start: 0, end: 1, text: 'x', rule: 'y' },
        ],
      },
      ['!left out: (Ward, 2011) not said: citation left out'],
    ],
    ['a picture', { type: 'picture', text: 'Moss' }, {}, {}, ['!described: picture its description is read']],
    [
      'an equation is told as a whole, on wish',
      { type: 'equation', text: 'x 2' },
      { x: 'X', '2': 'squared' },
      {},
      ['equation:  X squared'],
    ],
  ])('%s', (_name, block, said, more, expected) => {
    expect(explanations(block, said, more)).toEqual(expected);
  });
});
