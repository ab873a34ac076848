import type { BlockView, MarkColour, StudyMark } from '@aurelfield/api';

/** The colours by their names. */
export const COLOUR_NAMES: Readonly<Record<MarkColour, string>> = {
  amber: 'Amber',
  fern: 'Fern green',
  sky: 'Sky blue',
  rose: 'Rose',
  violet: 'Violet',
};

/** Marks in the order of the text; those that are lost go last. */
export function inOrder(marks: readonly StudyMark[], blocks: readonly Pick<BlockView, 'id'>[]): StudyMark[] {
  const numbers = new Map(blocks.map(({ id }, index) => [id, index]));
  const place = ({ block, lost }: StudyMark) => (lost ? Infinity : (numbers.get(block) ?? Infinity));
  return [...marks].sort((a, b) => place(a) - place(b) || a.start - b.start);
}

/** A range of the text that was selected: where it lies block by block. */
export interface SelectedRange {
  readonly block: number;
  readonly start: number;
  readonly end: number;
}

/** Where a selection of the page lies in the text; nothing where it is not on it. */
export function selectedRanges(
  page: HTMLElement,
  selection: Selection | null,
  blocks: readonly Pick<BlockView, 'text'>[],
): SelectedRange[] {
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return [];
  const range = selection.getRangeAt(0);
  if (!page.contains(range.commonAncestorContainer)) return [];
  return [...page.querySelectorAll<HTMLElement>('[data-block]')].flatMap((row) => {
    const text = row.querySelector<HTMLElement>('[data-text]');
    const block = Number(row.dataset.block);
    const written = blocks[block]?.text;
    if (!text || written === undefined || !range.intersectsNode(text)) return [];
    const [start, end] = [offsetIn(text, range, 'start'), offsetIn(text, range, 'end')];
    // What the page adds (bullets, separators of cells) is no part of the text: it is found in it again.
    const shown = text.textContent.slice(start, end);
    const from = nearestTo(written, shown.trim(), start);
    const length = shown.trim().length;
    return length === 0 || from < 0 ? [] : [{ block, start: from, end: from + length }];
  });
}

function offsetIn(element: HTMLElement, range: Range, edge: 'start' | 'end'): number {
  const [node, offset] =
    edge === 'start' ? [range.startContainer, range.startOffset] : [range.endContainer, range.endOffset];
  if (!element.contains(node)) return edge === 'start' ? 0 : element.textContent.length;
  const before = document.createRange();
  before.selectNodeContents(element);
  before.setEnd(node, offset);
  return before.toString().length;
}

function nearestTo(text: string, wanted: string, near: number): number {
  let best = -1;
  for (let at = text.indexOf(wanted); at >= 0 && wanted !== ''; at = text.indexOf(wanted, at + 1))
    if (best < 0 || Math.abs(at - near) < Math.abs(best - near)) best = at;
  return best;
}
