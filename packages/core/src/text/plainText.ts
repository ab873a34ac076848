import type { Block } from './document.ts';
import { splitLongBlock } from './longBlocks.ts';

interface Line {
  readonly text: string;
  readonly start: number;
}

const MARKER = /^(\s*)(?:([-*•–▪◦])|\(?(\d{1,3}|[A-Za-z])[.)])(\s+)(?=\S)/u;
const HEADING_MARK = /^\s*(#{1,6})\s+(?=\S)/u;
const ENDS_SENTENCE = /[.!?…:;,][”’"')\]]*$/u;
const HEADING_MAX_CHARACTERS = 80;

/**
 * Plain text → blocks. Blank lines part paragraphs, lines within a paragraph are joined, list markers open
 * list items, and a short line that stands alone without a closing stop is taken for a heading. Every
 * character of a block stands for the character at the same distance from `offset` in `source` (line breaks
 * become spaces), so offsets can be mapped back.
 */
export function blocksFromPlainText(source: string): Block[] {
  return paragraphsOf(source).flatMap((lines, index, all) =>
    blocksOfParagraph(source, lines, index, all.length).flatMap((block) => splitLongBlock(block)),
  );
}

function paragraphsOf(source: string): Line[][] {
  const paragraphs: Line[][] = [];
  let open: Line[] = [];
  const close = () => {
    if (open.length > 0) paragraphs.push(open);
    open = [];
  };
  for (const match of source.matchAll(/[^\n\r\f\u2028\u2029]+|\r\n|[\n\r\f\u2028\u2029]/gu)) {
    const text = match[0];
    if (/^[\n\r\f\u2028\u2029]/u.test(text)) {
      if (text === '\f' || text === '\u2029') close();
      else if (atBlankLine(source, match.index)) close();
      continue;
    }
    if (text.trim() === '') close();
    else open.push({ text, start: match.index });
  }
  close();
  return paragraphs;
}

function atBlankLine(source: string, at: number): boolean {
  return at > 0 && source[at - 1] === '\n' && source[at] !== undefined;
}

function blocksOfParagraph(source: string, lines: Line[], index: number, count: number): Block[] {
  const groups: Line[][] = [];
  for (const line of lines) {
    const last = groups.at(-1);
    if (
      last === undefined ||
      MARKER.test(line.text) ||
      opensHeading(last, line) ||
      isShortLineBefore(last, line)
    )
      groups.push([line]);
    else last.push(line);
  }
  return groups.map((group) => blockOfLines(source, group, groups.length === 1 && count > 1, index));
}

/** A line with heading marks is a block of its own. */
function opensHeading(group: Line[], next: Line): boolean {
  return HEADING_MARK.test(next.text) || HEADING_MARK.test(group[0]?.text ?? '');
}

/**
 * Lines of verse, addresses and the like: a much shorter line than the next, ending a sentence, keeps its
 * break.
 */
function isShortLineBefore(group: Line[], next: Line): boolean {
  const last = group.at(-1)?.text.trimEnd() ?? '';
  const wrapsNaturally = last.length + (next.text.trim().split(/\s/u)[0]?.length ?? 0) >= 50;
  return !wrapsNaturally && ENDS_SENTENCE.test(last) && !/[,;]$/u.test(last);
}

function blockOfLines(source: string, lines: Line[], standsAlone: boolean, index: number): Block {
  const first = lines[0];
  const last = lines.at(-1);
  if (first === undefined || last === undefined) throw new Error('A paragraph has at least one line.');
  const marker = MARKER.exec(first.text);
  const headingMark = HEADING_MARK.exec(first.text);
  const bullet = marker?.[2] === undefined ? undefined : marker;
  const lead = (bullet ?? headingMark)?.[0].length ?? first.text.length - first.text.trimStart().length;
  const offset = first.start + lead;
  const text = source
    .slice(offset, last.start + last.text.length)
    .trimEnd()
    .replace(/[\n\r\t\v\u2028]/gu, ' ');
  if (headingMark) return { type: 'heading', level: headingMark[1]?.length ?? 1, text, offset };
  if (marker) {
    const label = marker[3];
    return label === undefined
      ? { type: 'list-item', text, offset }
      : { type: text.endsWith('?') ? 'question' : 'list-item', label, text, offset };
  }
  const heading =
    standsAlone &&
    lines.length === 1 &&
    text.length <= HEADING_MAX_CHARACTERS &&
    !ENDS_SENTENCE.test(text) &&
    /\p{L}/u.test(text);
  return heading
    ? { type: 'heading', level: index === 0 ? 1 : 2, text, offset }
    : { type: 'paragraph', text, offset };
}
