import type { Prompt, RecordingScope } from '@aurelfield/api';

/**
 * What is recorded: all of the text, the section that a heading begins, or one sentence; by the number of its
 * first sentence.
 */
export type Chosen =
  | { readonly what: 'all' }
  | { readonly what: 'section'; readonly first: number }
  | { readonly what: 'sentence'; readonly first: number };

export const ALL: Chosen = { what: 'all' };

/** A section's heading, or the beginning where none stands there. */
export interface Section {
  readonly first: number;
  readonly name: string;
}

/** The sections of a text, by the sentence that each begins with. */
export function sectionsOf(prompts: readonly Prompt[]): Section[] {
  return prompts.flatMap(({ blockType, block, text }, first) => {
    const isHeading = blockType === 'heading' && prompts[first - 1]?.block !== block;
    if (isHeading) return { first, name: text };
    return first === 0 ? { first, name: 'The beginning' } : [];
  });
}

/** The sentences that are chosen: the number of the first, and the one after the last. */
export function rangeOf(chosen: Chosen, prompts: readonly Prompt[]): readonly [from: number, to: number] {
  if (chosen.what === 'all') return [0, prompts.length];
  if (chosen.what === 'sentence') return [chosen.first, Math.min(prompts.length, chosen.first + 1)];
  const next = sectionsOf(prompts).find(({ first }) => first > chosen.first);
  return [chosen.first, next?.first ?? prompts.length];
}

/** The same as the API has it. */
export function scopeOf(chosen: Chosen, prompts: readonly Prompt[]): RecordingScope {
  if (chosen.what === 'all') return null;
  return prompts.slice(...rangeOf(chosen, prompts)).map(({ block, start }) => ({ block, start }));
}

const LONGEST = 60;

/** What a recording of it is called. */
export function nameOf(chosen: Chosen, prompts: readonly Prompt[]): string {
  if (chosen.what === 'all') return 'All of it';
  const text = prompts[chosen.first]?.text ?? '';
  const short = text.length > LONGEST ? `${text.slice(0, LONGEST - 1).trimEnd()}…` : text;
  return chosen.what === 'section' ? `Section: ${short}` : `Sentence: ${short}`;
}

/**
 * Seconds that some sentences take at a pace, and the sentence that is to be read after so many.
 * @param pace words a minute.
 */
export function sentenceAfter(prompts: readonly Prompt[], seconds: number, pace: number): number {
  let left = (seconds * pace) / 60;
  const found = prompts.findIndex(({ words }) => {
    left -= words + PAUSE_WORDS;
    return left < 0;
  });
  return found < 0 ? Math.max(0, prompts.length - 1) : found;
}

/** A breath between two sentences, in words. */
const PAUSE_WORDS = 1.5;
