import { expandSentence } from '../spoken/expand.ts';
import type { SpokenChoices } from '../spoken/choices.ts';
import type { Block } from '../text/document.ts';
import { sentencesOf, type Range } from '../text/sentences.ts';

/** A piece of a handout that is not said, and the name of what decided so. */
export interface LeftOut extends Range {
  readonly block: number;
  readonly text: string;
  readonly rule: string;
}

/** Signs that only shape the speech: stops, quotes, brackets, dashes, bullets. */
const SHAPES_SPEECH = /^[\p{P}\p{Z}\s\p{Cf}•·▪◦●○■□‣|`´^~<>=+_-]*$/u;

/** All that is displayed and not said, in the order of the text, punctuation aside. */
export function leftOutOf(blocks: readonly Block[], language: string, choices: SpokenChoices): LeftOut[] {
  return blocks.flatMap((block, index) => {
    const found: LeftOut[] = [];
    const add = (start: number, end: number, rule: string) => {
      const text = block.text.slice(start, end).trim();
      if (text !== '' && !SHAPES_SPEECH.test(text)) found.push({ block: index, start, end, text, rule });
    };
    if (block.silent) {
      add(0, block.text.length, 'marked as not to be read');
      return found;
    }
    if (block.type === 'picture' && choices.pictures === 'left-out') {
      add(0, block.text.length, 'picture description left out');
      return found;
    }
    let at = 0;
    const spoken = block.language ?? language;
    for (const range of sentencesOf(block.text, spoken)) {
      const sentence = block.text.slice(range.start, range.end);
      for (const word of expandSentence(sentence, spoken, { choices })) {
        add(at, range.start + word.start, 'sign without words');
        at = range.start + word.end;
        if (word.spoken.length === 0) add(range.start + word.start, at, word.rule);
      }
    }
    add(at, block.text.length, 'sign without words');
    return found;
  });
}
