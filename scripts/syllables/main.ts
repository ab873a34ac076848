/**
 * Learns which letters begin the heart of a syllable from one half of the CMU Pronouncing Dictionary, and
 * measures on the other half, which it never sees. `npm run syllables` writes
 * `packages/server/src/words/syllableWeights.json`. A latent averaged perceptron: of a word's candidates
 * those that score best, as many as the dictionary has syllables, are taken for its hearts; where the count
 * comes out otherwise the weights of what differs are moved.
 */
import { candidatesOf, featuresOf } from '@aurelfield/core/literacy';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { isHeldBack, syllablesOfSounds } from './halves.ts';

const OUT = fileURLToPath(new URL('../../packages/server/src/words/syllableWeights.json', import.meta.url));
const ROUNDS = 8;
/** Weights below this are left out of the file. */
const LEAST = 0.05;
/** A letter's score must stand this far on its side of zero. */
const MARGIN = 0.5;
/** Words that must share a feature for it to be learnt. */
const SHARED_BY = 2;

const words = Object.entries(dictionary)
  .filter(([word]) => /^[a-z]{2,}$/u.test(word))
  .map(([word, sounds]) => ({
    word,
    count: syllablesOfSounds(sounds),
    features: candidatesOf(word).map((at) => ({ at, names: featuresOf(word, at) })),
  }));
const seen = new Map<string, number>();
for (const { word, features } of words)
  if (!isHeldBack(word))
    for (const name of new Set(features.flatMap(({ names }) => names)))
      seen.set(name, (seen.get(name) ?? 0) + 1);
const learnt = words.filter(({ word }) => !isHeldBack(word));
const heldBack = words.filter(({ word }) => isHeldBack(word));

const weights = new Map<string, number>();
const sums = new Map<string, number>();
let step = 1;
// A first guess to begin from: a vowel after a consonant is a heart, anything else is none.
for (const letter of 'aeiouy') weights.set(`0${letter}`, 0.5);
for (const letter of 'lmnr') weights.set(`0${letter}`, -3);
for (const [a, b] of [...'aeiou'].flatMap((x) => [...'aeiouy'].map((y) => [x, y] as const)))
  weights.set(`1${a}${b}`, -1);
for (const consonant of 'bcdfghjklmnpqrstvwxz') weights.set(`2${consonant}e$`, -0.5);

type Learnt = (typeof words)[number];
const score = (names: readonly string[]) => names.reduce((sum, name) => sum + (weights.get(name) ?? 0), 0);
const move = (names: readonly string[], by: number) => {
  for (const name of names) {
    if ((seen.get(name) ?? 0) < SHARED_BY) continue;
    weights.set(name, (weights.get(name) ?? 0) + by);
    sums.set(name, (sums.get(name) ?? 0) + by * step);
  }
};
const countOf = ({ features }: Learnt) =>
  Math.max(1, features.filter(({ names }) => score(names) > 0).length);

for (let round = 0; round < ROUNDS; round++) {
  let wrong = 0;
  const order = [...learnt].sort((a, b) => hash(`${a.word}${round}`) - hash(`${b.word}${round}`));
  for (const { features, count } of order) {
    step += 1;
    const scored = features.map(({ names }) => ({ names, score: score(names) }));
    const best = new Set([...scored].sort((a, b) => b.score - a.score).slice(0, count));
    if (!scored.every((one) => best.has(one) === one.score > 0)) wrong += 1;
    for (const one of scored) {
      if (best.has(one) && one.score <= MARGIN) move(one.names, 0.1);
      if (!best.has(one) && one.score > -MARGIN) move(one.names, -0.1);
    }
  }
  console.log(`round ${round + 1}: ${((100 * wrong) / learnt.length).toFixed(2)} % wrong while learning`);
}
for (const [name, weight] of weights) weights.set(name, weight - (sums.get(name) ?? 0) / step);
const share = (set: readonly Learnt[]) =>
  (100 * set.filter((one) => countOf(one) === one.count).length) / set.length;
console.log(
  `all weights: ${share(learnt).toFixed(2)} % of the learnt half, ${share(heldBack).toFixed(2)} % of the held-back half, ${weights.size} weights`,
);
for (const [name, weight] of weights) {
  const rounded = Math.round(weight * 10) / 10;
  if (Math.abs(weight) < LEAST || rounded === 0) weights.delete(name);
  else weights.set(name, rounded);
}
console.log(
  `as written: ${share(heldBack).toFixed(2)} % of ${heldBack.length} words held back, ${weights.size} weights`,
);
writeFileSync(
  OUT,
  `${JSON.stringify(Object.fromEntries([...weights].sort(([a], [b]) => (a < b ? -1 : 1))))}\n`,
);

function hash(text: string): number {
  let value = 7;
  for (const character of text) value = (value * 31 + (character.codePointAt(0) ?? 0)) % 1_000_003;
  return value;
}
