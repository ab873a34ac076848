import { likelyHomophones } from '@aurelfield/core/literacy';
import { sentencesOf } from '@aurelfield/core/text';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { homophoneKnowledge } from './knowledge.ts';

/**
 * By the sounds of the CMU Pronouncing Dictionary and the meanings of WordNet 3.1; the sentences are ours.
 */
const knowledge = homophoneKnowledge('en-GB');
const found = (sentence: string) =>
  knowledge
    ? likelyHomophones(sentence, 'en-GB', knowledge).map(({ word, instead }) => `${word}→${instead}`)
    : ['no knowledge'];

describe('words of the same sound', () => {
  test.each([
    ['week', 'weak'],
    ['pored', 'poured'],
    ['brake', 'break'],
    ['sew', 'sow'],
  ])('%s: %s among them', (word, other) => expect(knowledge?.sameSound(word)).toContain(other));

  test('are told with what each of them means', () => {
    expect(knowledge?.factsOf('sail')?.meaning).toContain('travel on');
    expect(knowledge?.factsOf('sails')?.parts).toEqual(new Set(['noun', 'verb']));
    expect(knowledge?.factsOf('qwzx')).toBeUndefined();
  });
});

describe('a word in whose place another is likelier', () => {
  test.each([
    ['He felt very week after the climb.', 'week→weak'],
    ['The bread went stale in a weak.', 'weak→week'],
    ['A heard of cows stood there.', 'heard→herd'],
    ['The ship had a torn sale.', 'sale→sail'],
    ['He told a long tail about a king.', 'tail→tale'],
    ['We need to sew seeds in spring.', 'sew→sow'],
    ['Do not brake the glass.', 'brake→break'],
    ['The prince pored the water.', 'pored→poured'],
    ['It was a grate day for a walk.', 'grate→great'],
  ])('%s %s', (sentence, expected) => expect(found(sentence)).toContain(expected));

  test.each([
    'We begin at five in the morning.', 'Then it is red, then orange, and it is the colour of a wet slate.', 'He is very weak after the climb.', 'The ship had a torn sail.', 'A herd of cows stood there.',
    'In the end they paid her, but only four pounds.', 'The deer had a long tail.', 'We need to sow seeds in spring.', 'Mr Wood and Mrs Knight read the whole tale.',
  ])('%s is left alone', (sentence) => expect(found(sentence)).toEqual([])); // prettier-ignore

  test('is found in few places of texts that have no such mistakes', () => {
    const folder = new URL('../../demo/handouts/', import.meta.url);
    const texts = readdirSync(folder).map((name) => readFileSync(new URL(name, folder), 'utf8'));
    const sentences = texts.flatMap((text) =>
      sentencesOf(text, 'en-GB').map(({ start, end }) => text.slice(start, end)),
    );
    // 1,850 words.
    expect(sentences.flatMap(found).length).toBeLessThanOrEqual(6);
  });
});
