import { describe, expect, test } from 'vitest';
import { dialogueTurnsOf } from './dialogue.ts';

const paragraphs = (...texts: string[]) => texts.map((text) => ({ type: 'paragraph' as const, text }));
const turnsOf = (...texts: string[]) =>
  dialogueTurnsOf(paragraphs(...texts)).map(
    ({ block, start, end, who }) => `${who ?? '?'}: ${texts[block]?.slice(start, end) ?? ''}`,
  );

describe('who says what', () => {
  test.each<[string, string[], string[]]>([
    ['a name after', ['“Come and see,” said Jory.'], ['Jory: “Come and see,”']],
    ['a name before the verb', ['“Come and see,” Jory said.'], ['Jory: “Come and see,”']],
    ['a name before', ['Jory said, “Come and see.”'], ['Jory: “Come and see.”']],
    ['a role', ['“Who is there?” asked the old keeper.'], ['the old keeper: “Who is there?”']],
    ['a title', ['“Sit down,” said Dr. Ward quietly.'], ['Dr. Ward: “Sit down,”']],
    [
      'a speech in two parts',
      ['“Come here,” said Jory, “and look at it.”'],
      ['Jory: “Come here,”', 'Jory: “and look at it.”'],
    ],
    [
      'a name that comes late',
      ['“Wait.” He listened. “It is the river,” said Ines.'],
      ['Ines: “Wait.”', 'Ines: “It is the river,”'],
    ],
    ['straight quotes', ['"Come in," said Jory.'], ['Jory: "Come in,"']],
    ['single quotes', ['‘Don’t go,’ said Jory. ‘It’s late.’'], ['Jory: ‘Don’t go,’', 'Jory: ‘It’s late.’']],
    [
      'a conversation goes to and fro',
      ['“Are you cold?” asked Ines.', '“No,” said Jory.', '“You look cold.”', '“I am not.”'],
      ['Ines: “Are you cold?”', 'Jory: “No,”', 'Ines: “You look cold.”', 'Jory: “I am not.”'],
    ],
    [
      'he and she are who was named last',
      ['“Are you cold?” asked Ines.', '“Very,” she said.'],
      ['Ines: “Are you cold?”', 'Ines: “Very,”'],
    ],
    [
      'nobody is named',
      ['“It was a dark night, and nobody spoke.”'],
      ['?: “It was a dark night, and nobody spoke.”'],
    ],
    ['he who was told of', ['Then Old Garrick woke us. “Up!” he said.'], ['Old Garrick: “Up!”']],
    [
      'I and he in turn',
      ['“Is it done?” I asked.', '“Nearly,” said Garrick.', '“When?” I asked.', '“Soon,” he said.'],
      ['I: “Is it done?”', 'Garrick: “Nearly,”', 'I: “When?”', 'Garrick: “Soon,”'],
    ],
    [
      'one person under two names',
      ['“Up!” said Old Garrick.', '“Why?” I asked.', '“Clay,” said Garrick.'],
      ['Old Garrick: “Up!”', 'I: “Why?”', 'Old Garrick: “Clay,”'],
    ],
    [
      'a possessive is no part of a name',
      ['By noon Josiah’s boat was in. “Well, it is done,” he said.'],
      ['Josiah: “Well, it is done,”'],
    ],
    [
      'what follows a full stop names nobody',
      ['“Up!” said Garrick. “Clay waits for nobody.” I said nothing.'],
      ['Garrick: “Up!”', 'Garrick: “Clay waits for nobody.”'],
    ],
    ['a word that is mentioned is no speech', ['The word “bog” is old.'], []],
    [
      'a play',
      ['INES: Who is there?', 'Jory (quietly): Only me.', 'They wait.'],
      ['Ines: Who is there?', 'Jory: Only me.'],
    ],
    ['labels are no speakers', ['Note: bring a coat.', 'Task: draw it.'], []],
    ['one name with a colon is no play', ['Remember Ines: she is late.'], []],
    [
      'an open quotation goes on to the end',
      ['“I began in the spring,” said Jory. “Then it rained'],
      ['Jory: “I began in the spring,”', 'Jory: “Then it rained'],
    ],
    [
      'a new conversation forgets the speakers',
      ['“Yes,” said Ines.', 'A day went by.', 'And another.', 'A third.', '“Nobody knew what to say.”'],
      ['Ines: “Yes,”', '?: “Nobody knew what to say.”'],
    ],
  ])('%s', (_name, texts, expected) => {
    expect(turnsOf(...texts)).toEqual(expected);
  });

  test('headings and tables say nothing', () => {
    expect(
      dialogueTurnsOf([
        { type: 'heading', text: '“Go!” said Jory.' },
        { type: 'table-row', text: '“Go!” said Jory.' },
      ]),
    ).toEqual([]);
  });
});
