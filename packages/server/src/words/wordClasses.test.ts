import { wordsOf } from '@aurelfield/core/text';
import { describe, expect, it } from 'vitest';
import { wordClassesOf } from './wordClasses.ts';

function classesOf(sentence: string): string {
  const classes = wordClassesOf(sentence);
  return wordsOf(sentence, 'en')
    .flatMap(({ start, end }) => {
      const part = classes.get(start);
      return part ? [`${sentence.slice(start, end)}:${part}`] : [];
    })
    .join(' ');
}

describe('word classes of a sentence', () => {
  it.each([
    ['The damaged boat sank.', 'damaged:adjective boat:noun sank:verb'],
    ['The boat was damaged by ice.', 'boat:noun was:verb damaged:verb ice:noun'],
    ['They watched the rising tide.', 'They:pronoun watched:verb rising:adjective tide:noun'],
    ['We will water the moss.', 'We:pronoun will:verb water:verb moss:noun'],
    ['The water is cold.', 'water:noun is:verb cold:adjective'],
    ['It quickly froze.', 'It:pronoun quickly:adverb froze:verb'],
    ['', ''],
    ['12 + 7', ''],
  ])('%s', (sentence, expected) => {
    expect(classesOf(sentence)).toBe(expected);
  });
});
