/** The caret position calls that browsers have; the older one still is the only one in some. */
interface CaretDocument {
  caretPositionFromPoint?: (x: number, y: number) => { offsetNode: Node; offset: number } | null;
  caretRangeFromPoint?: (x: number, y: number) => Range | null;
}

/**
 * How many characters of `element`'s text lie before a point of the window; undefined when the point is not
 * on its text.
 */
export function wordOffsetAt(element: HTMLElement, x: number, y: number): number | undefined {
  const page = document as CaretDocument;
  const position = page.caretPositionFromPoint?.(x, y);
  const range = position ? undefined : page.caretRangeFromPoint?.(x, y);
  const node = position?.offsetNode ?? range?.startContainer;
  const offset = position?.offset ?? range?.startOffset;
  if (!node || offset === undefined || !element.contains(node)) return undefined;
  const before = document.createRange();
  before.selectNodeContents(element);
  before.setEnd(node, offset);
  return before.toString().length;
}
