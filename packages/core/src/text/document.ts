/**
 * What a block is to a reader. Its text does not carry the mark ("#", "-") it was written with; a label
 * ("1.", "b)") it does, since it is said.
 */
export type BlockType =
  'heading' | 'paragraph' | 'list-item' | 'question' | 'table-row' | 'picture' | 'equation';

/** The smallest piece of a handout that is read as one thing, in reading order. */
export interface Block {
  readonly type: BlockType;
  /** Heading depth, 1 to 6; only headings have one. */
  readonly level?: number;
  /** The label that the text of a list item or question begins with, e.g. "3" or "b". */
  readonly label?: string;
  /** Heads of a table's columns, on each of its rows but the head row itself. */
  readonly columnHeaders?: readonly string[];
  /** Language of a passage in another language than the handout's; BCP 47. */
  readonly language?: string;
  /** Whether it is shown and not read aloud, because a teacher decided so. */
  readonly silent?: true;
  /**
   * The cells of a table row are separated by tabs; a picture's text is its description; an equation stands on
   * one line (`maths/`).
   */
  readonly text: string;
  /** Where `text` begins in the source it was read from, in UTF-16 units. */
  readonly offset: number;
}

/** Parts the cells of a table row. */
export const CELL_SEPARATOR = '\t';
