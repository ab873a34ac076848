import { describe, expect, test } from 'vitest';
import type { Rule } from './frames.ts';
import { blocksFromLayout } from './layoutBlocks.ts';
import type { PlacedText } from './lines.ts';

/** A page of 600 by 800 with type of 12 points: half a size a letter. */
const SIZE = 12;
const run = (text: string, x: number, y: number, { size = SIZE, isBold = false } = {}): PlacedText => ({
  text, x, y, width: text.length * size * 0.5, size, isBold,
}); // prettier-ignore
const level = (x: number, y: number, length: number): Rule => ({ isLevel: true, x, y, length });
const upright = (x: number, y: number, length: number): Rule => ({ isLevel: false, x, y, length });
const box = (x: number, y: number, width: number, height: number): Rule[] => [
  level(x, y, width), level(x, y + height, width), upright(x, y, height), upright(x + width, y, height),
]; // prettier-ignore
/** Words of the tests that hyphens are judged by. */
const WORDS = new Set(['measurement', 'well', 'known']);
const read = (runs: readonly PlacedText[], rules: readonly Rule[] = []) => {
  const document = blocksFromLayout([{ width: 600, height: 800, runs, rules }], {
    isWord: (word) => WORDS.has(word),
  });
  return {
    blocks: document.blocks.map(({ type, text }) => `${type}: ${text.replaceAll('\t', ' | ')}`),
    rules: document.cleanUps.map(({ rule }) => rule),
  };
};
/** Lines under each other, from the left at x. */
const lines = (texts: readonly string[], x = 50, y = 200, step = 15) =>
  texts.map((text, i) => run(text, x, y + i * step));
/** Prose that fills its margin at 500. */
const PROSE = [
  'The tide comes in twice a day and covers the marsh up to the foot of the old',
  'wall, and nobody can walk there then, since the water rises as fast as a man',
  'can run and fills the creeks behind him first.',
];

describe('where lines end', () => {
  test('prose is joined, and a paragraph ends where the next word would have fitted', () => {
    const { blocks } = read(lines([...PROSE, ...PROSE]));
    expect(blocks).toEqual([`paragraph: ${PROSE.join(' ')}`, `paragraph: ${PROSE.join(' ')}`]);
  });

  test('lines of verse are lines of their own, those that fill the margin too', () => {
    const verse = ['A bell hangs low on the quay', 'where the grass grows long and the boats lie still,', 'and nobody rings it now', 'when the lamps go out on the hill.']; // prettier-ignore
    const { blocks } = read([...lines(PROSE, 50, 500), ...lines(verse), ...lines(verse, 50, 275)]);
    expect(blocks.slice(0, 8)).toEqual([...verse, ...verse].map((line) => `paragraph: ${line}`));
    expect(blocks[8]).toBe(`paragraph: ${PROSE.join(' ')}`);
  });

  test('an address stays in lines, at the left and at the right', () => {
    const address = ['Tarn Bridge Primary School', '2 Orchard Rise', 'Tarn Bridge', 'TB4 7TL'];
    for (const x of [50, 380])
      expect(read([...lines(address, x, 100), ...lines(PROSE, 50, 300)]).blocks.slice(0, 4)).toEqual(
        address.map((line) => `paragraph: ${line}`),
      );
  });

  test('paragraphs whose first lines are set in are whole', () => {
    const runs = [0, 1, 2].flatMap((i) =>
      PROSE.map((text, k) => run(text, k === 0 ? 62 : 50, 200 + (i * 3 + k) * 15)),
    );
    expect(read(runs).blocks).toEqual(Array.from({ length: 3 }, () => `paragraph: ${PROSE.join(' ')}`));
  });

  test('lines that hang under an item are of it', () => {
    const { blocks } = read([
      run('1. Mix the dry potato with the eggs and the flour, and work quickly, because the', 50, 200),
      run('potato turns grey.', 65, 215),
      run('2. Fry it.', 50, 230),
    ]);
    expect(blocks).toEqual([
      'list-item: 1. Mix the dry potato with the eggs and the flour, and work quickly, because the potato turns grey.',
      'list-item: 2. Fry it.',
    ]);
  });
});

describe('what stands side by side', () => {
  test('boxes are read one after the other, and lists in them', () => {
    const { blocks } = read(
      [
        run('You need', 70, 215), run('• eggs', 70, 235), run('• oil', 70, 255),
        run('Tools', 320, 215), run('• a bowl', 320, 235), run('• a pan', 320, 255),
        ...lines(PROSE, 50, 400),
      ],
      [...box(60, 200, 200, 70), ...box(300, 200, 200, 70)],
    ); // prettier-ignore
    expect(blocks.slice(0, 6)).toEqual(['paragraph: You need', 'list-item: eggs', 'list-item: oil', 'paragraph: Tools', 'list-item: a bowl', 'list-item: a pan']); // prettier-ignore
  });

  test('a note in a box beside a text does not come between its lines', () => {
    const { blocks } = read(
      [...lines(['The men who lit the lamps', 'walked the same streets', 'every night of the year.']), run('bog: wet', 400, 210), run('ground', 400, 225)],
      box(390, 190, 120, 50),
    ); // prettier-ignore
    expect(blocks.join('\n')).toMatch(/lamps[\s\S]*year\.\nparagraph: bog: wet ground$/u);
  });

  test('a ruled table keeps cells of two lines and merged heads in their columns', () => {
    const rules = [
      level(50, 200, 400), level(150, 220, 300), level(50, 240, 400), level(50, 275, 400),
      ...[50, 150, 450].map((x) => upright(x, 200, 75)), upright(300, 220, 55),
    ]; // prettier-ignore
    const { blocks } = read(
      [
        run('Group', 60, 226), run('With ice and salt', 220, 214),
        run('0 min', 160, 234), run('5 min', 310, 234),
        run('Red and', 60, 254), run('blue', 60, 269), run('-2.5', 160, 260), run('-6.0', 310, 260),
      ],
      rules,
    ); // prettier-ignore
    expect(blocks).toEqual([
      'table-row: Group | With ice and salt |  | ',
      'table-row:  | 0 min | 5 min | ',
      'table-row: Red and blue | -2.5 | -6.0 | ',
    ]);
  });

  test('the head of a ruled table may stand above its first rule', () => {
    const rows = [['la pomme', 'the apple'], ['le pain', 'the bread'], ['le lait', 'the milk']]; // prettier-ignore
    const { blocks } = read(
      [run('French', 60, 192), run('English', 260, 192), ...rows.flatMap((row, i) => row.map((text, k) => run(text, 60 + k * 200, 214 + i * 20)))],
      [200, 220, 240, 260].map((y) => level(50, y, 400)),
    ); // prettier-ignore
    expect(blocks).toEqual([['French', 'English'], ...rows].map((row) => `table-row: ${row.join(' | ')}`));
  });

  test('lines to be written on between questions are no table', () => {
    const { blocks } = read(
      [run('a) What is the area?', 60, 214), run('b) What is the length?', 60, 244), run('c) Which is greater?', 60, 274)],
      [225, 255, 285].map((y) => level(80, y, 400)),
    ); // prettier-ignore
    expect(blocks.map((block) => block.slice(0, 12))).toEqual([
      'question: a)',
      'question: b)',
      'question: c)',
    ]);
  });

  test('choices in two columns are read by their letters', () => {
    const { blocks } = read([
      run('1. What replies?', 50, 200),
      run('☐ A a gull', 60, 220), run('☐ B a bell', 300, 220), run('☐ C a man', 60, 240), run('☐ D nothing', 300, 240),
      run('2. Which word?', 50, 260), run('☐ A coal', 60, 280), run('☐ B lambs', 300, 280),
    ]); // prettier-ignore
    expect(blocks).toEqual(['question: 1. What replies?', 'list-item: A a gull', 'list-item: B a bell', 'list-item: C a man', 'list-item: D nothing', 'question: 2. Which word?', 'list-item: A coal', 'list-item: B lambs']); // prettier-ignore
  });

  test('who speaks stands before what is said', () => {
    const { blocks } = read([
      run('NELL', 50, 200), run('Where is the lamp? I had it with me when we left the house this morning, and', 130, 200), run('now it is gone.', 130, 215),
      run('MR QUILL', 50, 235), run('It is in your other hand.', 130, 235),
      run('They look at it together. Nobody says a word until the door opens by itself.', 50, 255),
      run('NELL', 50, 275), run('Oh.', 130, 275),
    ]); // prettier-ignore
    expect(blocks).toEqual([
      'paragraph: NELL Where is the lamp? I had it with me when we left the house this morning, and now it is gone.',
      'paragraph: MR QUILL It is in your other hand.',
      'paragraph: They look at it together. Nobody says a word until the door opens by itself.',
      'paragraph: NELL Oh.',
    ]);
  });

  test('two short lists under heads of their own are columns, and no table', () => {
    const columnHeaders = [run('Cast', 50, 200, { size: 15 }), run('Props', 300, 200, { size: 15 })];
    const { blocks } = read([...columnHeaders, ...lines(['Nell', 'Tavi, who sees', 'Brid', 'Mr Quill'], 50, 220), ...lines(['a coat', 'a hook on a board', 'a lamp', 'a box'], 300, 220), ...lines(PROSE, 50, 400)]); // prettier-ignore
    expect(blocks.slice(0, 10)).toEqual(['heading: Cast', 'paragraph: Nell', 'paragraph: Tavi, who sees', 'paragraph: Brid', 'paragraph: Mr Quill', 'heading: Props', 'paragraph: a coat', 'paragraph: a hook on a board', 'paragraph: a lamp', 'paragraph: a box']); // prettier-ignore
  });
});

describe('worksheets', () => {
  test.each([
    ['a) What is the area?', '[2]', 'question: a) What is the area? [2]'],
    ['a) Find the cost.', '(3 marks)', 'question: a) Find the cost. (3 marks)'],
    ['Explain how you know.', '(3]', 'question: Explain how you know. [3]'],
  ])('marks at the right belong to their question: %s %s', (text, marks, block) => {
    const { blocks } = read([run(text, 50, 200), run(marks, 500, 200), ...lines(PROSE, 50, 300)]);
    expect(blocks[0]).toBe(block);
  });

  test('fields of a form are apart', () => {
    const { blocks } = read([run('Name:', 50, 200), run('____', 90, 200), run('Class:', 130, 200), run('____', 170, 200), ...lines(PROSE, 50, 300)]); // prettier-ignore
    expect(blocks.slice(0, 2)).toEqual(['paragraph: Name: ____', 'paragraph: Class: ____']);
  });

  test.each([
    [
      ['R. Ashdown', 'Class teacher'],
      ['paragraph: R. Ashdown', 'paragraph: Class teacher'],
    ],
    [
      ['A. Coal', 'B. Lambs'],
      ['list-item: A. Coal', 'list-item: B. Lambs'],
    ],
    [
      ['(i) Name it.', '(ii) Draw it.'],
      ['list-item: (i) Name it.', 'list-item: (ii) Draw it.'],
    ],
  ])('labels are told from initials: %j', (texts, blocks) => {
    expect(read([...lines(texts, 50, 200, 30), ...lines(PROSE, 50, 400)]).blocks.slice(0, 2)).toEqual(blocks);
  });

  test('numbers of lines beside a poem are taken out, and said so', () => {
    const verse = Array.from({ length: 15 }, (_, i) => `The ${String(i)} bell rang over the water`);
    const numbers = [5, 10, 15].map((n) => run(String(n), 480, 200 + (n - 1) * 15));
    const { blocks, rules } = read([...lines(verse), ...numbers]);
    expect(blocks.some((block) => /\b(?:5|10|15)$/u.test(block))).toBe(false);
    expect(rules.filter((rule) => rule === 'line number taken out')).toHaveLength(3);
  });

  test('what a sheet belongs to is taken from above its title, a line to be filled in is not', () => {
    const title = run('The Ferry Bell', 50, 90, { size: 24 });
    const text = [...lines(PROSE, 50, 130), ...lines(PROSE, 50, 200), ...lines(PROSE, 50, 300)];
    expect(read([run('Poems of the coast', 50, 40), title, ...text]).blocks[0]).toBe(
      'heading: The Ferry Bell',
    );
    expect(read([run('Name: Tom', 50, 40), title, ...text]).blocks[0]).toBe('paragraph: Name: Tom');
  });
});

test('any places of words come to an end, and every word is there once', () => {
  let state = 7;
  const random = () => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff;
    return state / 0x7fffffff;
  };
  for (let page = 0; page < 150; page++) {
    const words = Array.from(
      { length: 1 + Math.floor(random() * 40) },
      (_, i) => `w${String(page)}x${String(i)}q`,
    );
    const runs = words.map((word) =>
      run(word, random() * 550, 90 + random() * 600, { size: 6 + random() * 30 }),
    );
    const rules = Array.from({ length: Math.floor(random() * 8) }, () => {
      const [x, y, length] = [random() * 500, random() * 700, random() * 400];
      return random() < 0.5 ? level(x, y, length) : upright(x, y, length);
    });
    const text = read(runs, rules).blocks.join(' ');
    for (const word of words) expect(text.split(word)).toHaveLength(2);
  }
});
