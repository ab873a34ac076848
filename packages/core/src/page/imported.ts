import type { Block } from '../text/document.ts';

/**
 * Something that was changed or left out when a document was read, so that it can be looked at and undone.
 */
export interface CleanUp {
  /** What was done, in plain words: "running head taken out". */
  readonly rule: string;
  /** The block it concerns, or before which something stood. */
  readonly block: number;
  /** What was there before. */
  readonly before: string;
  /** What is there now; empty where something was taken out. */
  readonly after: string;
}

/** A document as it was read: blocks in reading order, and what was done to get them. */
export interface ImportedDocument {
  /** As the document calls itself; empty where it does not. */
  readonly title: string;
  /** BCP 47 tag, where the document tells. */
  readonly language: string | undefined;
  readonly blocks: readonly Block[];
  readonly warnings: readonly string[];
  readonly cleanUps: readonly CleanUp[];
}

/** Puts blocks in order: offsets count in the text of all blocks joined by a line break. */
export function placed(blocks: readonly Omit<Block, 'offset'>[]): Block[] {
  let offset = 0;
  return blocks.map((block) => {
    const whole = { ...block, offset };
    offset += block.text.length + 1;
    return whole;
  });
}
