import type { Block } from '../text/document.ts';
import type { CleanUp } from './imported.ts';

/**
 * Raised figures after a mark of punctuation or a longer word refer to a note; after a unit or a figure
 * ("m²", "10⁶") they are a power.
 */
const NOTE_MARK = /(?<=[.,;:!?…”’"')\]]|\p{L}{4})[⁰¹²³⁴⁵⁶⁷⁸⁹]{1,3}(?=[\s.,;:!?]|$)/gu;

/** Takes the marks of notes out of the text and tells where. */
export function withoutNoteMarks<B extends Omit<Block, 'offset'>>(
  blocks: readonly B[],
): { blocks: B[]; cleanUps: CleanUp[] } {
  const cleanUps: CleanUp[] = [];
  const cleaned = blocks.map((block, index) => {
    const text = block.text.replace(NOTE_MARK, '');
    if (text === block.text) return block;
    cleanUps.push({ rule: 'note mark taken out', block: index, before: block.text, after: text });
    return { ...block, text };
  });
  return { blocks: cleaned, cleanUps };
}
