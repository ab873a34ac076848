import { blocksFromElement } from '@aurelfield/core/page';
import { markdownOf } from '@aurelfield/core/text';

/** What a plain text would lose: lists, tables, headings, raised and lowered figures. */
const FORMATTED = 'table, li, h1, h2, h3, h4, h5, h6, sup, sub, math';

/**
 * A pasted piece of a page or document as a text that keeps its lists, tables and headings; `undefined` where
 * it has none, and the plain text says all.
 */
export function formattedPaste(html: string): string | undefined {
  if (html === '') return undefined;
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  if (!body.querySelector(FORMATTED)) return undefined;
  const blocks = blocksFromElement(body);
  return blocks.length === 0 ? undefined : markdownOf(blocks);
}
