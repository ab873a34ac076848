import { listLabel, type Counting } from '@aurelfield/core/page';
import { attributeOf, localName, named } from './xml.ts';

/** What a style says of the text in it, by itself. */
interface Style {
  readonly parent: string | undefined;
  /** Level of a heading that its paragraphs are. */
  readonly outline: number | undefined;
  readonly place: 'raised' | 'lowered' | undefined;
  readonly isHidden: boolean | undefined;
  readonly isUnderlined: boolean | undefined;
}

/** How one level of a list is numbered; without a counting it has dots, or nothing. */
interface ListLevel {
  readonly counting: Counting | undefined;
  readonly before: string;
  readonly after: string;
  readonly start: number;
  /** How many levels a label shows: 2 for "3.1". */
  readonly shown: number;
}

const MOST_PARENTS = 12;
/** Values of style:num-format (OpenDocument 1.2, 19.500, from memory). */
const COUNTINGS: Readonly<Record<string, Counting>> = {
  '1': 'figures', a: 'letters', A: 'capitals', i: 'roman', I: 'roman capitals',
}; // prettier-ignore

/**
 * The styles of an OpenDocument that decide what its text is: headings by style, hidden, raised and
 * underlined text, numbered lists. Structure after OpenDocument 1.2, part 1, 16 and 19, from memory.
 */
export class OdfStyles {
  readonly #styles = new Map<string, Style>();
  readonly #lists = new Map<string, readonly ListLevel[]>();
  #headings: readonly ListLevel[] = [];

  /** @param parts content.xml and styles.xml, as far as they are there */
  constructor(parts: readonly Document[]) {
    for (const part of parts) {
      for (const style of named(part, 'style'))
        this.#styles.set(attributeOf(style, 'name') ?? '', styleOf(style));
      for (const list of named(part, 'list-style'))
        this.#lists.set(attributeOf(list, 'name') ?? '', levelsOf(list));
      for (const outline of named(part, 'outline-style')) this.#headings = levelsOf(outline);
    }
  }

  /** What a style or the first of its parents that says anything says. */
  of<K extends keyof Style>(name: string | undefined, what: K): Style[K] | undefined {
    let at = name;
    for (let steps = 0; at !== undefined && steps < MOST_PARENTS; steps++) {
      const style = this.#styles.get(at);
      if (style?.[what] !== undefined) return style[what];
      at = style?.parent;
    }
    return undefined;
  }

  /** Levels of a list by the name of its style. */
  list(name: string | undefined): readonly ListLevel[] {
    return this.#lists.get(name ?? '') ?? [];
  }

  /** Levels by which headings are numbered. */
  get headings(): readonly ListLevel[] {
    return this.#headings;
  }
}

/** Counts the items of one list, or headings. */
export class OdfCounter {
  readonly #levels: readonly ListLevel[];
  readonly #numbers: number[] = [];

  constructor(levels: readonly ListLevel[]) {
    this.#levels = levels;
  }

  /**
   * The label of the next item, with its signs; undefined for one with dots, or none.
   * @param level from 0
   * @param start a number that the item itself begins with
   */
  next(level: number, start?: number): string | undefined {
    const own = this.#levels[level];
    for (let above = 0; above < level; above++) this.#numbers[above] ??= this.#levels[above]?.start ?? 1;
    this.#numbers[level] = start ?? (this.#numbers[level] ?? (own?.start ?? 1) - 1) + 1;
    // A new item begins the levels below it again.
    this.#numbers.length = level + 1;
    if (own?.counting === undefined) return undefined;
    const first = Math.max(0, level + 1 - own.shown);
    const numbers = this.#numbers.slice(first).flatMap((number, i) => {
      const counting = this.#levels[first + i]?.counting;
      return counting === undefined ? [] : [listLabel(number, counting)];
    });
    return `${own.before}${numbers.join('.')}${own.after}`.trim();
  }
}

function styleOf(style: Element): Style {
  const outline = Number(attributeOf(style, 'default-outline-level') || NaN);
  const properties = named(style, 'text-properties')[0];
  const position = properties && attributeOf(properties, 'text-position');
  const underline = properties && attributeOf(properties, 'text-underline-style');
  const display = properties && attributeOf(properties, 'display');
  return {
    parent: attributeOf(style, 'parent-style-name'),
    outline: Number.isInteger(outline) ? outline : undefined,
    place: position === undefined ? undefined : placeOf(position),
    isHidden: display === undefined ? undefined : display === 'none',
    isUnderlined: underline === undefined ? undefined : underline !== 'none',
  };
}

/** "super 58%", "-33% 58%": where a text stands, and how large. */
function placeOf(position: string): Style['place'] {
  const [first = ''] = position.trim().split(/\s+/u);
  if (first === 'super' || Number.parseFloat(first) > 0) return 'raised';
  return first === 'sub' || Number.parseFloat(first) < 0 ? 'lowered' : undefined;
}

function levelsOf(list: Element): ListLevel[] {
  const levels: ListLevel[] = [];
  for (const level of list.children) {
    if (!/level-style/u.test(localName(level))) continue;
    const number = Number(attributeOf(level, 'level') ?? 1);
    if (!(number >= 1 && number <= 10)) continue;
    levels[number - 1] = {
      counting: COUNTINGS[attributeOf(level, 'num-format') ?? ''],
      before: attributeOf(level, 'num-prefix') ?? '',
      after: attributeOf(level, 'num-suffix') ?? '',
      start: Number(attributeOf(level, 'start-value') ?? 1) || 1,
      shown: Number(attributeOf(level, 'display-levels') ?? 1) || 1,
    };
  }
  return levels;
}
