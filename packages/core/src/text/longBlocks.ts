import type { Block } from './document.ts';

/**
 * Breaking a text into sentences takes time with the square of its length; a longer block is split first.
 */
const BLOCK_MAX_CHARACTERS = 5000;

/** Parts a block that is too long to be broken into sentences in good time, after a sentence or a word. */
export function splitLongBlock(block: Block): Block[] {
  const parts: Block[] = [];
  let start = 0;
  while (block.text.length - start > BLOCK_MAX_CHARACTERS) {
    const window = block.text.slice(start, start + BLOCK_MAX_CHARACTERS);
    const afterSentence = Math.max(...['. ', '? ', '! ', '。'].map((mark) => window.lastIndexOf(mark) + 1));
    const afterWord = window.lastIndexOf(' ');
    const half = BLOCK_MAX_CHARACTERS / 2;
    const end =
      start + (afterSentence > half ? afterSentence : afterWord > half ? afterWord : wholeCharacters(window));
    parts.push(partOf(block, start, end));
    start = end;
  }
  if (start === 0) return [block];
  parts.push(partOf(block, start, block.text.length));
  return parts;
}

function partOf(block: Block, start: number, end: number): Block {
  const slice = block.text.slice(start, end);
  const lead = slice.length - slice.trimStart().length;
  const { label, ...unlabelled } = block;
  // The label stands at the beginning of the first part alone.
  const kept = start === 0 && label !== undefined ? { label } : {};
  return { ...unlabelled, ...kept, text: slice.trim(), offset: block.offset + start + lead };
}

/** Length of the window without half of a surrogate pair at its end. */
export function wholeCharacters(window: string): number {
  return /[\uD800-\uDBFF]$/.test(window) ? window.length - 1 : window.length;
}
