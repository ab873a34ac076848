import { labelledBlock, listLabel, type Counting } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { attributeOf, localName, named, parseXml } from './xml.ts';

/** Stand around what is reported of a paragraph in front of its text; signs that no document uses. */
const LABEL = '\u{f8a1}';
const HEADING = '\u{f8a2}';
const MOST_LEVELS = 9;

interface Level {
  readonly format: string;
  /** "%1.", "(%3)". */
  readonly text: string;
  readonly start: number;
}

interface Numbering {
  /** Levels by the number of the list's pattern. */
  readonly levels: ReadonlyMap<string, readonly Level[]>;
  /** Lists: the pattern that each has, and levels that it begins again. */
  readonly lists: ReadonlyMap<
    string,
    { readonly pattern: string; readonly restarts: ReadonlyMap<number, number> }
  >;
}

interface Style {
  readonly basedOn: string | undefined;
  readonly outline: number | undefined;
  readonly list: { readonly id: string; readonly level: number } | undefined;
}

/**
 * Writes what the converter does not know of paragraphs in front of their text: labels of numbered lists as
 * the document counts them ("a)", "(ii)"), and that a paragraph is a heading by its outline level or by a
 * style that is based on a heading's. Structure of word/numbering.xml and word/styles.xml: ISO/IEC 29500-1,
 * 17.9 and 17.7, from memory.
 * @param source word/document.xml.
 */
export function withParagraphLabels(
  source: string,
  numberingXml: string | undefined,
  stylesXml: string | undefined,
): string {
  const numbering = numberingOf(numberingXml);
  const styles = stylesOf(stylesXml);
  const counters = new Map<string, number[]>();
  const begun = new Set<string>();
  // What a paragraph was before a tracked change holds properties of its own.
  const current = source.replace(/<w:pPrChange\b[\s\S]*?<\/w:pPrChange>/gu, '');
  return current.replace(/<w:pPr(?:\s[^>]*[^/>])?>([\s\S]*?)<\/w:pPr>/gu, (whole, inner: string) => {
    const own = value(inner, 'pStyle');
    const chain = chainOf(styles, own);
    const list = listOf(inner) ?? chain.find((style) => style.list)?.list;
    const label = list && nextLabel(numbering, counters, begun, list);
    const outline = Number(
      value(inner, 'outlineLvl') ?? chain.find((style) => style.outline !== undefined)?.outline ?? NaN,
    );
    const labelText = [
      // The converter knows headings by their own styles.
      ...(outline < 6 && !/^(?:Heading\d|Title)$/u.test(own ?? '')
        ? [`${HEADING}${outline + 1}${HEADING}`]
        : []),
      ...(label === undefined ? [] : [`${LABEL}${label}${LABEL}`]),
    ].join('');
    if (labelText === '') return whole;
    const kept =
      label === undefined
        ? inner
        : `${inner.replace(/<w:numPr>[\s\S]*?<\/w:numPr>/u, '')}<w:numPr><w:numId w:val="0"/></w:numPr>`;
    return `<w:pPr>${kept}</w:pPr><w:r><w:t xml:space="preserve">${labelText}</w:t></w:r>`;
  });
}

/** Blocks of the converted document: what was told of paragraphs is their label or makes them headings. */
export function labelledBlocks(blocks: readonly Omit<Block, 'offset'>[]): Omit<Block, 'offset'>[] {
  return blocks.map((block) => {
    const [, level, label] = LABELLED.exec(block.text) ?? [];
    const text = block.text.replace(ANY, '').trim();
    if (level !== undefined)
      return { type: 'heading', level: Number(level), text: label === undefined ? text : `${label} ${text}` };
    if (label !== undefined && block.type !== 'table-row') {
      if (block.type === 'heading') return { ...block, text: `${label} ${text}` };
      return labelledBlock(label, text);
    }
    const box = /^[☐☑☒□❏❑🞎🞏]\s*(?=\S)/u.exec(text);
    if (box && block.type === 'paragraph') return { type: 'list-item', text: text.slice(box[0].length) };
    return {
      ...block,
      text: block.text.replaceAll(new RegExp(ANY, 'gu'), (_told, _level, inner: string | undefined) =>
        inner === undefined ? '' : `${inner} `,
      ),
    };
  });
}

const LABELLED = new RegExp(`^(?:${HEADING}(\\d)${HEADING})?(?:${LABEL}([^${LABEL}]*)${LABEL})?`, 'u');
const ANY = new RegExp(`(?:${HEADING}(\\d)${HEADING})|(?:${LABEL}([^${LABEL}]*)${LABEL})`, 'gu');

/** The value of a property: <w:name w:val="…"/>. */
function value(xml: string, name: string): string | undefined {
  return new RegExp(`<w:${name}\\b[^>]*w:val="([^"]*)"`, 'u').exec(xml)?.[1];
}

function listOf(xml: string): Style['list'] {
  const found = /<w:numPr>([\s\S]*?)<\/w:numPr>/u.exec(xml)?.[1];
  const id = found === undefined ? undefined : value(found, 'numId');
  return id === undefined ? undefined : { id, level: Number(value(found ?? '', 'ilvl') ?? 0) };
}

function stylesOf(xml: string | undefined): ReadonlyMap<string, Style> {
  const styles = new Map<string, Style>();
  for (const [, id = '', inner = ''] of (xml ?? '').matchAll(
    /<w:style\b[^>]*w:styleId="([^"]*)"[^>]*>([\s\S]*?)<\/w:style>/gu,
  )) {
    const outline = value(inner, 'outlineLvl');
    styles.set(id, {
      basedOn: value(inner, 'basedOn'),
      outline: outline === undefined ? undefined : Number(outline),
      list: listOf(inner),
    });
  }
  return styles;
}

/** A style and those that it is based on. */
function chainOf(styles: ReadonlyMap<string, Style>, id: string | undefined): Style[] {
  const chain: Style[] = [];
  for (let at = id; at !== undefined && chain.length < MOST_LEVELS;) {
    const heading = /^Heading([1-6])$/u.exec(at)?.[1];
    const style = styles.get(at);
    if (heading !== undefined) {
      chain.push({ basedOn: undefined, list: style?.list, outline: Number(heading) - 1 });
      break;
    }
    if (!style) break;
    chain.push(style);
    at = style.basedOn;
  }
  return chain;
}

function numberingOf(xml: string | undefined): Numbering {
  const levels = new Map<string, Level[]>();
  const lists = new Map<string, { pattern: string; restarts: Map<number, number> }>();
  if (xml === undefined) return { levels, lists };
  const root = parseXml(xml);
  const valueOf = (parent: Element, name: string) => {
    const found = [...parent.children].find((child) => localName(child) === name);
    return found && attributeOf(found, 'val');
  };
  for (const pattern of named(root, 'abstractNum')) {
    const own: Level[] = [];
    for (const level of named(pattern, 'lvl'))
      own[Math.min(MOST_LEVELS - 1, Number(attributeOf(level, 'ilvl') ?? 0) || 0)] = {
        format: valueOf(level, 'numFmt') ?? 'decimal',
        text: valueOf(level, 'lvlText') ?? '%1.',
        start: Number(valueOf(level, 'start') ?? 1),
      };
    levels.set(attributeOf(pattern, 'abstractNumId') ?? '', own);
  }
  for (const list of named(root, 'num')) {
    const restarts = new Map<number, number>();
    for (const change of named(list, 'lvlOverride')) {
      const start = valueOf(change, 'startOverride');
      if (start !== undefined) restarts.set(Number(attributeOf(change, 'ilvl') ?? 0), Number(start));
    }
    lists.set(attributeOf(list, 'numId') ?? '', { pattern: valueOf(list, 'abstractNumId') ?? '', restarts });
  }
  return { levels, lists };
}

/** The label of the next item of a list; undefined for one with dots, or none. */
function nextLabel(
  { levels, lists }: Numbering,
  counters: Map<string, number[]>,
  begun: Set<string>,
  { id, level }: NonNullable<Style['list']>,
): string | undefined {
  const list = lists.get(id);
  const pattern = list && levels.get(list.pattern);
  const own = pattern?.[level];
  if (!list || !own || /^(?:bullet|none)$/u.test(own.format)) return undefined;
  const counter = counters.get(list.pattern) ?? [];
  counters.set(list.pattern, counter);
  if (!begun.has(id)) {
    begun.add(id);
    for (const [at, start] of list.restarts) counter[at] = start - 1;
  }
  counter[level] = (counter[level] ?? own.start - 1) + 1;
  // A new item begins the levels below it again.
  counter.length = level + 1;
  return own.text.replace(/%(\d)/gu, (_whole, figure: string) => {
    const at = Number(figure) - 1;
    const part = pattern[at];
    return part ? listLabel(counter[at] ?? part.start, FORMATS.get(part.format) ?? 'figures') : '';
  });
}

/** Formats of counting (17.18.59, from memory); all others are figures here. */
const FORMATS: ReadonlyMap<string, Counting> = new Map([
  ['lowerLetter', 'letters'],
  ['upperLetter', 'capitals'],
  ['lowerRoman', 'roman'],
  ['upperRoman', 'roman capitals'],
]);
