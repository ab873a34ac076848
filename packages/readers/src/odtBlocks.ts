import { labelledBlock, tableRows, withPlace } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { isEquation } from './odfEquations.ts';
import { OdfCounter, type OdfStyles } from './odfStyles.ts';
import { tidy } from './tidy.ts';
import { attributeOf, localName, named } from './xml.ts';

type Draft = Omit<Block, 'offset'>;

/** The list that paragraphs stand in. */
interface List {
  readonly style: string | undefined;
  readonly counter: OdfCounter;
  /** From 0. */
  readonly level: number;
}

/** An item whose first paragraph is still to come. */
interface Item {
  readonly label: string | undefined;
  isBegun: boolean;
}

/** The text of an OpenDocument → blocks. */
export class OdtCollector {
  readonly #styles: OdfStyles;
  readonly #headings: OdfCounter;
  /** Lists by their names, and the last of each style, which others go on from. */
  readonly #lists = new Map<string, OdfCounter>();
  #notes: string[] = [];

  constructor(styles: OdfStyles) {
    this.#styles = styles;
    this.#headings = new OdfCounter(styles.headings);
  }

  /** Blocks of the whole text, its notes at the end. */
  blocksOf(body: Element): Draft[] {
    const blocks = this.#inside(body, undefined, undefined);
    return [
      ...blocks,
      ...this.#notes.map((note, i): Draft => ({ type: 'paragraph', text: `Note ${i + 1}: ${note}` })),
    ];
  }

  #inside(parent: Element, list: List | undefined, item: Item | undefined): Draft[] {
    return [...parent.children].flatMap((element): Draft[] => {
      switch (localName(element)) {
        case 'h':
          return this.#heading(element);
        case 'p':
          return this.#paragraph(element, item);
        case 'list':
          return this.#list(element, list);
        case 'table':
          return this.#table(element);
        case 'section':
        case 'index-body':
        case 'text-box':
          return this.#inside(element, list, item);
        case 'frame':
          return this.#frame(element);
        default:
          return [];
      }
    });
  }

  #heading(element: Element): Draft[] {
    const written = this.#text(element);
    const level = Math.min(6, Number(attributeOf(element, 'outline-level') ?? 1) || 1);
    const isCounted = attributeOf(element, 'is-list-header') !== 'true' && written !== '';
    const label = isCounted ? this.#headings.next(level - 1) : undefined;
    const text = label === undefined ? written : `${label} ${written}`;
    return [...(text === '' ? [] : [{ type: 'heading' as const, level, text }]), ...this.#frames(element)];
  }

  #paragraph(element: Element, item: Item | undefined): Draft[] {
    const style = attributeOf(element, 'style-name');
    if (this.#styles.of(style, 'isHidden')) return [];
    return [...this.#frames(element), ...this.#written(element, style, item)];
  }

  #written(element: Element, style: string | undefined, item: Item | undefined): Draft[] {
    const text = this.#text(element);
    if (text === '') return [];
    if (item && !item.isBegun) {
      item.isBegun = true;
      return [item.label === undefined ? { type: 'list-item', text } : labelledBlock(item.label, text)];
    }
    if (item) return [{ type: 'paragraph', text }];
    if (isEquation(element)) return [{ type: 'equation', text }];
    const level = style === 'Title' ? 1 : this.#styles.of(style, 'outline');
    return [
      level === undefined
        ? { type: 'paragraph', text }
        : { type: 'heading', level: Math.min(6, level), text },
    ];
  }

  #list(element: Element, outer: List | undefined): Draft[] {
    const style = attributeOf(element, 'style-name') ?? outer?.style;
    const list: List = {
      style,
      level: outer ? outer.level + 1 : 0,
      counter: outer && style === outer.style ? outer.counter : this.#counter(element, style),
    };
    const blocks = [...element.children].flatMap((entry) => {
      const kind = localName(entry);
      if (kind === 'list-header') return this.#inside(entry, list, undefined);
      if (kind !== 'list-item') return [];
      // An item that holds nothing but a list within it has no label of its own.
      const isOnlyOuter = [...entry.children].every((child) => localName(child) === 'list');
      const start = Number(attributeOf(entry, 'start-value') ?? NaN);
      const label = isOnlyOuter
        ? undefined
        : list.counter.next(list.level, Number.isInteger(start) ? start : undefined);
      return this.#inside(entry, list, { label, isBegun: false });
    });
    return blocks;
  }

  /** A counter of its own, or that of the list which this one goes on from. */
  #counter(element: Element, style: string | undefined): OdfCounter {
    const from =
      attributeOf(element, 'continue-list') ??
      (attributeOf(element, 'continue-numbering') === 'true' ? styleKey(style) : undefined);
    const counter =
      (from === undefined ? undefined : this.#lists.get(from)) ?? new OdfCounter(this.#styles.list(style));
    this.#lists.set(styleKey(style), counter);
    this.#lists.set(attributeOf(element, 'id') ?? '', counter);
    return counter;
  }

  #table(table: Element): Draft[] {
    const pictures: Draft[] = [];
    const rows = named(table, 'table-row').map((row) =>
      [...row.children].flatMap((cell) => {
        if (!/table-cell$/u.test(localName(cell))) return [];
        const times = Math.min(50, Number(attributeOf(cell, 'number-columns-repeated') ?? 1) || 1);
        const inside = this.#inside(cell, undefined, undefined);
        pictures.push(...inside.filter(({ type }) => type === 'picture'));
        const text = inside.flatMap((block) => (block.type === 'picture' ? [] : [block.text])).join(' ');
        return text === '' && times > 20 ? [] : Array.from({ length: times }, () => text);
      }),
    );
    return [...tableRows(rows, named(table, 'table-header-rows').length > 0), ...pictures];
  }

  /** Pictures and boxes that hang on a paragraph. */
  #frames(element: Element): Draft[] {
    return topmost(element, 'frame').flatMap((frame) => this.#frame(frame));
  }

  #frame(frame: Element): Draft[] {
    const box = [...frame.children].find((child) => localName(child) === 'text-box');
    if (box) return this.#inside(box, undefined, undefined);
    if (![...frame.children].some((child) => localName(child) === 'image')) return [];
    const described = named(frame, 'desc')[0] ?? named(frame, 'title')[0];
    return [{ type: 'picture', text: tidy(described?.textContent ?? '') }];
  }

  /** Text of a paragraph without its notes and frames; spaces and tabs that are written as elements count. */
  #text(paragraph: Element): string {
    return tidy(this.#inline(paragraph, attributeOf(paragraph, 'style-name')));
  }

  #inline(element: Element, style: string | undefined): string {
    return [...element.childNodes]
      .map((child) => {
        if (child.nodeType === TEXT) return child.textContent ?? '';
        if (child.nodeType !== ELEMENT) return '';
        return this.#inlineElement(child as Element, style);
      })
      .join('');
  }

  #inlineElement(element: Element, style: string | undefined): string {
    switch (localName(element)) {
      case 'note':
        this.#notes.push(this.#note(element));
        return '';
      case 'frame':
      case 'annotation':
      case 'hidden-text':
      case 'hidden-paragraph':
      case 'ruby-text':
        return '';
      case 's':
      case 'tab':
        // An underlined gap is to be filled in.
        return this.#styles.of(style, 'isUnderlined') && isGap(element) ? ' ____ ' : ' ';
      case 'line-break':
        return ' ';
      case 'span': {
        const own = attributeOf(element, 'style-name');
        if (this.#styles.of(own, 'isHidden')) return '';
        const text = this.#inline(element, own ?? style);
        const place = this.#styles.of(own, 'place');
        return place ? withPlace(text, place) : text;
      }
      default:
        return this.#inline(element, style);
    }
  }

  #note(note: Element): string {
    const body = named(note, 'note-body')[0];
    return body
      ? this.#inside(body, undefined, undefined)
          .map(({ text }) => text)
          .join(' ')
      : '';
  }
}

const ELEMENT = 1;
const TEXT = 3;
/** As many spaces in a row are a gap. */
const GAP = 4;

function isGap(element: Element): boolean {
  return localName(element) === 'tab' || Number(attributeOf(element, 'c') ?? 1) >= GAP;
}

function styleKey(style: string | undefined): string {
  return `style ${style ?? ''}`;
}

/** Elements of this name that stand in no other of this name, nor in a note. */
function topmost(element: Element, name: string): Element[] {
  return [...element.children].flatMap((child) => {
    if (localName(child) === name) return [child];
    return localName(child) === 'note' ? [] : topmost(child, name);
  });
}
