import type { WordClass } from '@aurelfield/api';
import { tagWords, type PartOfSpeech } from '@aurelfield/core/pronunciation';
import { wordsOf } from '@aurelfield/core/text';
import { wordNet } from './knowledge.ts';

/** After these a word that ends like a verb's form stands before its noun: "the damaged boat". */
const BEFORE_A_NOUN =
  /^(?:an?|the|this|that|these|those|my|your|his|her|its|our|their|some|any|no|every|each|very|most|more|too|so|\w+ly)$/iu;
const MODAL = /^(?:will|would|can|could|shall|should|must|may|might|don['’]t|didn['’]t|won['’]t|can['’]t)$/iu;
/** Letters of the shortest word of which WordNet's list is believed. */
const SHORTEST = 4;
const PARTICIPLE = /(?:ed|ing|en)$/iu;

/**
 * Word classes of an English sentence, by the UTF-16 offset of each word: what the tagger finds by the word's
 * place, put right where WordNet knows that the word cannot be that.
 */
export function wordClassesOf(sentence: string): Map<number, WordClass> {
  const tags = tagWords(sentence);
  const words = wordsOf(sentence, 'en');
  const classes = new Map<number, WordClass>();
  for (const [nth, { start, end }] of words.entries()) {
    const tag = tags.get(start);
    if (!tag || !/\p{L}/u.test(sentence.slice(start, end))) continue;
    if (tag.isPronoun) {
      classes.set(start, 'pronoun');
      continue;
    }
    const word = sentence.slice(start, end).toLowerCase();
    const parts = wordNet().partsOf(word);
    const next = words[nth + 1];
    const previous = words[nth - 1];
    const before = previous ? sentence.slice(previous.start, previous.end) : '';
    const found = tag.partOfSpeech;
    const isBeforeItsNoun =
      found === 'verb' &&
      PARTICIPLE.test(word) &&
      (parts.size === 0 || parts.has('adjective')) &&
      BEFORE_A_NOUN.test(before) &&
      next !== undefined &&
      ['noun', 'adjective'].includes(tags.get(next.start)?.partOfSpeech ?? 'other');
    const followsItsModal = found === 'noun' && parts.has('verb') && MODAL.test(before);
    const part = isBeforeItsNoun ? 'adjective' : followsItsModal ? 'verb' : possible(word, found, parts);
    if (part !== 'other') classes.set(start, part);
  }
  return classes;
}

/** The part of speech that was found, or the only one that the word can be. */
function possible(word: string, found: PartOfSpeech, parts: ReadonlySet<PartOfSpeech>): PartOfSpeech {
  const [only, ...others] = parts;
  if (only === undefined || others.length > 0 || found === 'other') return found;
  // Short ones are taken for plurals of abbreviations: "was" for more than one WA.
  return word.length < SHORTEST ? found : only;
}
