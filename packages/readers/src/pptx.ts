import {
  labelledBlock,
  listLabel,
  ommlLine,
  placed,
  tableRows,
  withPlace,
  type Counting,
  type ImportedDocument,
} from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { pathIn, textOf, unpack, type Archive } from './archive.ts';
import { ReaderError } from './readerError.ts';
import { attributeOf, localName, named, parseXml } from './xml.ts';
import { tidy } from './tidy.ts';

type Draft = Omit<Block, 'offset'>;

/**
 * Slides → blocks: each slide's title as a heading, its text, tables and pictures as they are read, from the
 * top and from the left, and the speaker's notes, which are shown and not read. Hidden slides are left out,
 * and told.
 */
export function readPptx(bytes: Uint8Array): ImportedDocument {
  const archive = unpack(bytes, (path) => /\.(?:xml|rels)$/u.test(path));
  const presentation = textOf(archive, 'ppt/presentation.xml');
  if (presentation === undefined)
    throw new ReaderError('not-document', 'The file holds no slides, whatever its name says.');
  const targets = relations(archive, 'ppt/_rels/presentation.xml.rels');
  const blocks: Draft[] = [];
  const hidden: number[] = [];
  named(parseXml(presentation), 'sldId').forEach((entry, i) => {
    const target = targets.get(relationOf(entry));
    const path = target === undefined ? undefined : pathIn('ppt', target);
    const source = path === undefined ? undefined : textOf(archive, path);
    if (source === undefined || path === undefined) return;
    const whole = parseXml(source);
    if (isHidden(whole)) {
      hidden.push(i + 1);
      return;
    }
    const slide = slideBlocks(whole);
    if (slide[0]?.type !== 'heading') blocks.push({ type: 'heading', level: 2, text: `Slide ${i + 1}` });
    blocks.push(...slide, ...notesBlocks(archive, path));
  });
  const core = textOf(archive, 'docProps/core.xml');
  return {
    title: (core === undefined ? undefined : named(parseXml(core), 'title')[0]?.textContent?.trim()) ?? '',
    language: undefined,
    blocks: placed(blocks),
    warnings:
      hidden.length === 0
        ? []
        : [
            `${hidden.length === 1 ? 'Slide' : 'Slides'} ${hidden.join(', ')} ${hidden.length === 1 ? 'is' : 'are'} hidden in the file and ${hidden.length === 1 ? 'was' : 'were'} left out.`,
          ],
    cleanUps: [],
  };
}

function isHidden(slide: Document): boolean {
  return named(slide, 'sld').some((element) => /^(?:0|false)$/u.test(attributeOf(element, 'show') ?? ''));
}

function slideBlocks(slide: Document): Draft[] {
  const title: Draft[] = [];
  const rest: Draft[] = [];
  const tree = named(slide, 'spTree')[0];
  for (const shape of tree ? inReadingOrder(shapesOf(tree)) : []) {
    switch (localName(shape)) {
      case 'sp': {
        const kind = placeholder(shape);
        if (/^(?:dt|ftr|sldNum)$/u.test(kind ?? '')) break;
        const paragraphs = paragraphsOf(shape);
        if (kind === 'title' || kind === 'ctrTitle') {
          const text = paragraphs.map((paragraph) => paragraph.text).join(' ');
          if (text !== '') title.push({ type: 'heading', level: 2, text });
        } else
          rest.push(
            ...paragraphs.map(({ text, label, isItem }): Draft => {
              if (label !== undefined) return labelledBlock(label, text);
              const canBeItem = isItem || kind === undefined || kind === 'body' || kind === '';
              return { type: canBeItem && paragraphs.length > 1 ? 'list-item' : 'paragraph', text };
            }),
          );
        break;
      }
      case 'pic': {
        const properties = named(shape, 'cNvPr')[0];
        rest.push({ type: 'picture', text: tidy((properties && attributeOf(properties, 'descr')) ?? '') });
        break;
      }
      case 'graphicFrame':
        for (const table of named(shape, 'tbl'))
          rest.push(
            ...tableRows(
              named(table, 'tr').map((row) =>
                named(row, 'tc').map((cell) =>
                  paragraphsOf(cell)
                    .map(({ text }) => text)
                    .join(' '),
                ),
              ),
              true,
            ),
          );
        break;
      default:
    }
  }
  return [...title, ...rest];
}

/** Shapes of a slide in order, those of groups too. */
function shapesOf(tree: Element): Element[] {
  return [...tree.children].flatMap((child) => {
    if (localName(child) === 'grpSp') return shapesOf(child);
    // A shape with an equation is kept in two ways; the first is the one with its words.
    if (localName(child) === 'AlternateContent') return [...child.children].slice(0, 1).flatMap(shapesOf);
    return [child];
  });
}

/**
 * Where a shape begins, in the file's units (914,400 an inch); shapes that take their place from the layout
 * have none.
 */
function placeOf(shape: Element): { x: number; y: number } | undefined {
  const at = named(shape, 'off')[0];
  const [x, y] = [Number(at && attributeOf(at, 'x')), Number(at && attributeOf(at, 'y'))];
  return Number.isFinite(x) && Number.isFinite(y) ? { x, y } : undefined;
}

/** Shapes this near to each other in height stand side by side: a third of an inch. */
const LEVEL = 304_800;

/**
 * Shapes as they are read: from the top, and those side by side from the left. Files keep them as they were
 * drawn.
 */
function inReadingOrder(shapes: readonly Element[]): Element[] {
  const places = new Map(shapes.map((shape) => [shape, placeOf(shape)]));
  const unplaced = shapes.filter((shape) => places.get(shape) === undefined);
  const rows: Element[][] = [];
  const top = (shape: Element | undefined) => (shape ? (places.get(shape)?.y ?? 0) : 0);
  for (const shape of shapes.filter((one) => places.get(one) !== undefined).sort((a, b) => top(a) - top(b))) {
    const row = rows.at(-1);
    if (row && top(shape) - top(row[0]) < LEVEL) row.push(shape);
    else rows.push([shape]);
  }
  const left = (shape: Element) => places.get(shape)?.x ?? 0;
  return [...unplaced, ...rows.flatMap((row) => row.sort((a, b) => left(a) - left(b)))];
}

function placeholder(shape: Element): string | undefined {
  const found = named(shape, 'ph')[0];
  return found && (attributeOf(found, 'type') ?? '');
}

interface Paragraph {
  readonly text: string;
  readonly isItem: boolean;
  /** As the slide shows it: "3.", "b)". */
  readonly label: string | undefined;
}

function paragraphsOf(shape: Element): Paragraph[] {
  const numbers = new SlideNumbers();
  return named(shape, 'p').flatMap((paragraph) => {
    const text = tidy(
      [...paragraph.children].map((run) => (localName(run) === 'br' ? ' ' : runText(run))).join(''),
    );
    if (text === '') return [];
    const label = numbers.next(paragraph);
    return [{ text, label, isItem: label !== undefined || named(paragraph, 'buChar').length > 0 }];
  });
}

/**
 * Numbers of a shape's paragraphs, level by level: a paragraph of the same level that is not numbered ends
 * the count, one further in does not.
 */
class SlideNumbers {
  readonly #counts: { scheme: string; number: number }[] = [];

  next(paragraph: Element): string | undefined {
    const properties = [...paragraph.children].find((child) => localName(child) === 'pPr');
    const level = Math.min(8, Number((properties && attributeOf(properties, 'lvl')) ?? 0) || 0);
    const numbered = properties && named(properties, 'buAutoNum')[0];
    if (!numbered) {
      this.#counts.length = Math.min(this.#counts.length, level);
      return undefined;
    }
    const scheme = attributeOf(numbered, 'type') ?? 'arabicPeriod';
    const start = Number(attributeOf(numbered, 'startAt') ?? 1) || 1;
    const before = this.#counts[level];
    const number = before?.scheme === scheme ? before.number + 1 : start;
    this.#counts.length = Math.min(this.#counts.length, level + 1);
    this.#counts[level] = { scheme, number };
    return schemeLabel(scheme, number);
  }
}

/**
 * Schemes of counting by the beginning of their names, and the signs around by the end (ISO/IEC 29500-1,
 * 20.1.10.61, from memory).
 */
const SCHEMES: readonly (readonly [RegExp, Counting])[] = [
  [/^alphaLc/u, 'letters'],
  [/^alphaUc/u, 'capitals'],
  [/^romanLc/u, 'roman'],
  [/^romanUc/u, 'roman capitals'],
];

function schemeLabel(scheme: string, number: number): string {
  const counting = SCHEMES.find(([name]) => name.test(scheme))?.[1] ?? 'figures';
  const label = listLabel(number, counting);
  if (scheme.endsWith('ParenBoth')) return `(${label})`;
  return scheme.endsWith('ParenR') ? `${label})` : `${label}.`;
}

/**
 * The text of a run, or the equation that stands in its place (of the two ways that a slide keeps it, the one
 * in words of mathematics).
 */
function runText(run: Element): string {
  const equations = named(run, 'oMath');
  if (equations.length > 0) return ` ${equations.map((equation) => ommlLine(equation)).join(' ')} `;
  const text = named(run, 't')
    .map((piece) => piece.textContent)
    .join('');
  const properties = [...run.children].find((child) => localName(child) === 'rPr');
  const rise = Number((properties && attributeOf(properties, 'baseline')) ?? 0);
  if (!rise) return text;
  return withPlace(text, rise > 0 ? 'raised' : 'lowered');
}

function notesBlocks(archive: Archive, slidePath: string): Draft[] {
  const rels = slidePath.replace(/([^/]+)$/u, '_rels/$1.rels');
  for (const target of relations(archive, rels).values()) {
    if (!target.includes('notesSlide')) continue;
    const source = textOf(archive, pathIn('ppt/slides', target));
    if (source === undefined) return [];
    const bodies = named(parseXml(source), 'sp').filter((shape) => placeholder(shape) === 'body');
    const texts = bodies.flatMap(paragraphsOf).map(({ text }) => text);
    return texts.map((text, i): Draft => ({
      type: 'paragraph',
      text: i === 0 ? `Notes: ${text}` : text,
      silent: true,
    }));
  }
  return [];
}

function relations(archive: Archive, path: string): Map<string, string> {
  const source = textOf(archive, path);
  if (source === undefined) return new Map();
  return new Map(
    named(parseXml(source), 'Relationship').map((relation) => [
      attributeOf(relation, 'Id') ?? '',
      attributeOf(relation, 'Target') ?? '',
    ]),
  );
}

function relationOf(entry: Element): string {
  return [...entry.attributes].find(({ name }) => name.endsWith(':id'))?.value ?? '';
}
