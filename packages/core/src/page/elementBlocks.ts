import { mathmlLine } from '../maths/mathml.ts';
import type { NodeLike } from '../maths/nodes.ts';
import { withPlace } from '../maths/raised.ts';
import { baseLanguage } from '../languages/languages.ts';
import { lookupTable } from '../lib/lookupTable.ts';
import { listLabel, type Counting } from './listLabels.ts';
import { CELL_SEPARATOR, type Block } from '../text/document.ts';
import { splitLongBlock } from '../text/longBlocks.ts';

const ELEMENT = 1;
const TEXT = 3;
const HEADING = /^H([1-6])$/u;
const IGNORED = new Set(
  'SCRIPT STYLE TEMPLATE NOSCRIPT HEAD IFRAME OBJECT EMBED DEL RT RP BUTTON INPUT SELECT TEXTAREA DIALOG SVG AUDIO VIDEO CANVAS'.split(
    ' ',
  ),
);
/** What the type of an ordered list asks for (HTML, the ol element). */
const COUNTINGS = lookupTable<Counting>({ a: 'letters', A: 'capitals', i: 'roman', I: 'roman capitals' });
/** Elements of which one at least stands in a text. */
const OF_TEXT = ['P', 'H1', 'H2', 'H3', 'OL', 'UL', 'TABLE'];
const INLINE = new Set(
  'A ABBR ACRONYM B BDI BDO BIG CITE CODE DATA DFN EM FONT I INS KBD LABEL MARK Q RUBY S SAMP SMALL SPAN STRONG SUB SUP TIME TT U VAR WBR'.split(
    ' ',
  ),
);

type Draft = Omit<Block, 'offset'>;

/**
 * HTML elements → blocks: headings, paragraphs, list items and questions, table rows with their heads,
 * pictures with their descriptions and captions. Scripts, forms and what is hidden are passed over. Text
 * that stands between blocks is a paragraph.
 * @param language of the document: blocks in another one are reported.
 */
export function blocksFromElement(root: NodeLike, language?: string): Draft[] {
  const out: Draft[] = [];
  new Collector(out, language).children(root);
  return out
    .filter(isNoRepeat)
    .flatMap((block) => splitLongBlock({ ...block, offset: 0 }).map(({ offset: _offset, ...part }) => part));
}

/** A caption that only repeats the description of its picture is not said twice. */
function isNoRepeat(block: Draft, index: number, all: readonly Draft[]): boolean {
  const before = all[index - 1];
  return !(block.type === 'paragraph' && before?.type === 'picture' && before.text === block.text);
}

class Collector {
  readonly #out: Draft[];
  readonly #own: string | undefined;
  /** Of the element that is being read, where it says one. */
  #language: string | undefined;
  #text = '';

  constructor(out: Draft[], own: string | undefined) {
    this.#out = out;
    this.#own = own;
  }

  children(node: NodeLike): void {
    for (const child of node.childNodes) this.#node(child);
    this.#close();
  }

  #node(node: NodeLike): void {
    if (node.nodeType === TEXT) {
      this.#text += node.textContent ?? '';
      return;
    }
    const name = node.nodeName.toUpperCase();
    if (node.nodeType !== ELEMENT || IGNORED.has(name)) return;
    // A search box has no text of the page; some pages stand in a form as a whole.
    if (name === 'FORM' && !OF_TEXT.some((kind) => find(node, kind))) return;
    if (isHidden(node)) {
      // Pages that show an equation as a picture keep it hidden beside it.
      if (find(node, 'MATH')) this.#text += inlineText(node);
      return;
    }
    if (name === 'BR') this.#text += ' ';
    else if (name === 'MATH') this.#equation(node);
    else if (name === 'IMG' || name === 'AMP-IMG') {
      if (!isDrawnEquation(node)) this.#picture(node.getAttribute?.('alt') ?? '');
    } else if (INLINE.has(name)) this.#inline(node, name);
    else this.#block(node, name);
  }

  /** An inline element is text, unless a picture stands in it. */
  #inline(node: NodeLike, name: string): void {
    if (find(node, 'IMG') ?? find(node, 'MATH')) {
      for (const child of node.childNodes) this.#node(child);
      return;
    }
    this.#text += inlineText(node, name);
  }

  #block(node: NodeLike, name: string): void {
    this.#close();
    const outer = this.#language;
    this.#language = node.getAttribute?.('lang') ?? node.getAttribute?.('xml:lang') ?? outer;
    this.#blockOf(node, name);
    this.#language = outer;
  }

  #blockOf(node: NodeLike, name: string): void {
    const level = HEADING.exec(name)?.[1];
    if (level !== undefined) {
      this.#push({ type: 'heading', level: Number(level), text: inlineText(node) });
      for (const picture of findAll(node, 'IMG')) this.#picture(picture.getAttribute?.('alt') ?? '');
    } else if (name === 'UL' || name === 'OL') this.#list(node, name === 'OL');
    else if (name === 'TABLE') this.#table(node);
    else if (name === 'FIGURE') this.#figure(node);
    else if (isOnlyEquation(node)) this.#push({ type: 'equation', text: inlineText(node) });
    else this.children(node);
  }

  #list(list: NodeLike, isOrdered: boolean): void {
    const items = [...list.childNodes].filter(({ nodeName }) => nodeName.toUpperCase() === 'LI').length;
    const isReversed = typeof list.getAttribute?.('reversed') === 'string';
    let number = Number(list.getAttribute?.('start') ?? NaN);
    if (!Number.isInteger(number)) number = isReversed ? items : 1;
    for (const item of list.childNodes) {
      if (item.nodeName.toUpperCase() !== 'LI') {
        if (item.nodeType === ELEMENT) this.#node(item);
        continue;
      }
      const own = Number(item.getAttribute?.('value') ?? NaN);
      if (Number.isInteger(own)) number = own;
      const before = this.#out.length;
      const outer = this.#language;
      this.#language = item.getAttribute?.('lang') ?? outer;
      this.children(item);
      this.#language = outer;
      this.#labelItem(
        before,
        isOrdered ? listLabel(number, COUNTINGS[list.getAttribute?.('type') ?? ''] ?? 'figures') : undefined,
      );
      number += isReversed ? -1 : 1;
    }
  }

  /** The first paragraph of a list item is the item; what else stands in it follows as it is. */
  #labelItem(at: number, label: string | undefined): void {
    const first = this.#out[at];
    if (first?.type !== 'paragraph') return;
    this.#out[at] = {
      ...first,
      ...(label === undefined
        ? { type: 'list-item' as const }
        : {
            type: first.text.endsWith('?') ? ('question' as const) : ('list-item' as const),
            label,
            text: `${label}. ${first.text}`,
          }),
    };
  }

  #table(table: NodeLike): void {
    const caption = find(table, 'CAPTION');
    if (caption) this.#push({ type: 'paragraph', text: inlineText(caption) });
    if (isLayout(table)) {
      for (const cell of findCells(table)) this.children(cell);
      return;
    }
    const trs = findAll(table, 'TR');
    const cells = gridOf(trs);
    const rows = trs.map((row, i) => ({
      cells: cells[i] ?? [],
      isHead: [...row.childNodes].every(
        (cell) => cell.nodeType !== ELEMENT || cell.nodeName.toUpperCase() === 'TH',
      ),
    }));
    this.#out.push(
      ...tableRows(
        rows.map(({ cells }) => cells),
        rows[0]?.isHead ?? false,
      ),
    );
    // A cell holds text; what its pictures show is reported after the table.
    for (const picture of findAll(table, 'IMG')) {
      const description = tidy(picture.getAttribute?.('alt') ?? '');
      if (description !== '' && !isDrawnEquation(picture)) this.#picture(description);
    }
  }

  #figure(figure: NodeLike): void {
    const pictures = findAll(figure, 'IMG');
    const caption = find(figure, 'FIGCAPTION');
    if (pictures.length === 0) {
      this.children(figure);
      return;
    }
    for (const picture of pictures) this.#picture(picture.getAttribute?.('alt') ?? '');
    if (caption) this.#push({ type: 'paragraph', text: inlineText(caption) });
  }

  #picture(description: string): void {
    this.#close();
    this.#out.push({ type: 'picture', text: tidy(description) });
  }

  /** An equation on a line of its own is a block, one in a sentence a part of it. */
  #equation(math: NodeLike): void {
    const line = mathmlLine(math);
    if (math.getAttribute?.('display') !== 'block') {
      this.#text += line;
      return;
    }
    this.#close();
    this.#push({ type: 'equation', text: line });
  }

  #push(block: Draft): void {
    const text = tidy(block.text);
    if (text !== '') this.#out.push({ ...block, ...this.#foreign(), text });
  }

  /** The language, where it is another than the document's. */
  #foreign(): { language?: string } {
    const language = this.#language;
    if (!language || !this.#own || baseLanguage(language) === baseLanguage(this.#own)) return {};
    return { language };
  }

  #close(): void {
    this.#push({ type: 'paragraph', text: this.#text });
    this.#text = '';
  }
}

/**
 * Rows of cells → table rows. The first row gives the heads of the columns where it is one, or where its
 * cells are all filled and none is a number. A table of one column is paragraphs.
 */
export function tableRows(rows: readonly (readonly string[])[], hasHead: boolean): Draft[] {
  const filled = rows.map((row) => row.map(tidy)).filter((row) => row.some((cell) => cell !== ''));
  const columns = Math.max(0, ...filled.map((row) => row.length));
  if (columns === 1) return filled.map(([text = '']) => ({ type: 'paragraph', text }));
  const [first = []] = filled;
  const looksLikeHeader =
    filled.length > 1 &&
    first.length === columns &&
    first.every((cell) => cell !== '' && !/^[\d.,:%£$€−-]+$/u.test(cell));
  const columnHeaders = hasHead || looksLikeHeader ? first : undefined;
  return filled.map((row, i) => ({
    type: 'table-row',
    text: Array.from({ length: columns }, (_, column) => row[column] ?? '').join(CELL_SEPARATOR),
    ...(columnHeaders && i > 0 ? { columnHeaders } : {}),
  }));
}

/**
 * Cells of rows in their columns: what spans columns or rows leaves the places behind it and below it empty.
 */
function gridOf(rows: readonly NodeLike[]): string[][] {
  /** For each column how many rows more are taken by a cell from above. */
  const taken: number[] = [];
  return rows.map((row) => {
    const cells: string[] = [];
    const pass = () => {
      while ((taken[cells.length] ?? 0) > 0) {
        taken[cells.length] = (taken[cells.length] ?? 0) - 1;
        cells.push('');
      }
    };
    for (const cell of row.childNodes) {
      if (!/^T[DH]$/iu.test(cell.nodeName)) continue;
      pass();
      const [across, down] = [spanOf(cell, 'colspan'), spanOf(cell, 'rowspan')];
      for (let i = 0; i < across; i++) {
        taken[cells.length] = down - 1;
        cells.push(i === 0 ? inlineText(cell) : '');
      }
    }
    pass();
    return cells;
  });
}

function spanOf(cell: NodeLike, name: 'colspan' | 'rowspan'): number {
  return Math.max(1, Math.min(20, Number(cell.getAttribute?.(name) ?? 1) || 1));
}

/**
 * Whether a table only places parts of a page: a cell of it has headings, or, where it has a row or two,
 * paragraphs one after the other.
 */
function isLayout(table: NodeLike): boolean {
  const isFlat = findAll(table, 'TR').length <= LAYOUT_ROWS;
  return findCells(table).some(
    (cell) =>
      ['H1', 'H2', 'H3'].some((name) => find(cell, name)) ||
      (isFlat && findAll(cell, 'P').length >= LAYOUT_PARAGRAPHS),
  );
}
const LAYOUT_PARAGRAPHS = 4;
const LAYOUT_ROWS = 2;

function findCells(table: NodeLike): NodeLike[] {
  return findAll(table, 'TR').flatMap((row) =>
    [...row.childNodes].filter(({ nodeName }) => /^T[DH]$/iu.test(nodeName)),
  );
}

/**
 * Text of an element; raised and lowered figures keep their place, since "m2" and "m²" are said differently.
 */
function inlineText(node: NodeLike, name = node.nodeName.toUpperCase()): string {
  const role = node.getAttribute?.('epub:type') ?? node.getAttribute?.('role') ?? '';
  if (role.endsWith('backlink')) return '';
  const isReference = role.endsWith('noteref');
  if (name === 'SUP' || name === 'SUB' || isReference) {
    return withPlace(node.textContent ?? '', name === 'SUB' ? 'lowered' : 'raised');
  }
  return [...node.childNodes]
    .map((child) => {
      if (child.nodeType === TEXT) return child.textContent ?? '';
      const childName = child.nodeName.toUpperCase();
      if (child.nodeType !== ELEMENT || IGNORED.has(childName)) return '';
      if (isHidden(child) && !find(child, 'MATH')) return '';
      if (childName === 'BR') return ' ';
      if (childName === 'MATH') return mathmlLine(child);
      const text = inlineText(child, childName);
      return INLINE.has(childName) ? text : ` ${text} `;
    })
    .join('');
}

/** Whether a picture shows an equation that its page has as MathML too: its description is in TeX. */
function isDrawnEquation(image: NodeLike): boolean {
  return /^\{?\\displaystyle\b/u.test(image.getAttribute?.('alt') ?? '');
}

/** Whether an element holds one equation and nothing else. */
function isOnlyEquation(node: NodeLike): boolean {
  // An equation is a matter of few nodes; large parts of a page are not searched again and again.
  if ([...node.childNodes].length > 5) return false;
  return (
    findAll(node, 'MATH').length === 1 &&
    outsideOf(node, 'MATH').trim() === '' &&
    !find(node, 'IMG') &&
    !find(node, 'TABLE')
  );
}

function outsideOf(node: NodeLike, name: string): string {
  if (node.nodeType === TEXT) return node.textContent ?? '';
  return node.nodeName.toUpperCase() === name
    ? ''
    : [...node.childNodes].map((child) => outsideOf(child, name)).join('');
}

function isHidden(node: NodeLike): boolean {
  return (
    (node.getAttribute?.('hidden') ?? null) !== null ||
    node.getAttribute?.('aria-hidden') === 'true' ||
    /display\s*:\s*none|visibility\s*:\s*hidden/iu.test(node.getAttribute?.('style') ?? '')
  );
}

function find(node: NodeLike, name: string): NodeLike | undefined {
  return findAll(node, name)[0];
}

function findAll(node: NodeLike, name: string): NodeLike[] {
  return [...node.childNodes].flatMap((child) =>
    child.nodeName.toUpperCase() === name ? [child] : child.nodeType === ELEMENT ? findAll(child, name) : [],
  );
}

function tidy(text: string): string {
  return text
    .replace(/[\s\u00a0]+/gu, ' ')
    .replace(/\u00ad/gu, '')
    .trim();
}
