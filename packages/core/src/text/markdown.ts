import { lexer, type Token, type Tokens } from 'marked';
import { CELL_SEPARATOR, type Block } from './document.ts';
import { splitLongBlock } from './longBlocks.ts';
import { lookupTable } from '../lib/lookupTable.ts';

/**
 * Markdown → blocks: headings, paragraphs, list items, quotations, table rows and pictures by their
 * descriptions. Code, HTML and rules are left out; links and emphasis give their text. Offsets count in the
 * text of all blocks joined by a line break, since inline marks have no place in what is read.
 */
export function blocksFromMarkdown(source: string): Block[] {
  const found: Omit<Block, 'offset'>[] = [];
  collect(lexer(withoutFrontMatter(source)), found);
  let offset = 0;
  return found
    .flatMap((block) => splitLongBlock({ ...block, offset: 0 }))
    .map((block) => {
      const placed = { ...block, offset };
      offset += block.text.length + 1;
      return placed;
    });
}

/**
 * Whether a text that arrived without a file name is written in Markdown: an ATX heading, a table, or links
 * in brackets.
 */
export function looksLikeMarkdown(source: string): boolean {
  return (
    /^#{1,6} \S/mu.test(source) ||
    /^\|.*\|\n\|(?: ?:?-+:? ?\|)+$/mu.test(source) ||
    /\[[^\]\n]+\]\(https?:[^)\s]+\)/u.test(source)
  );
}

function withoutFrontMatter(source: string): string {
  return source.replace(/^\uFEFF?---\r?\n[\s\S]*?\r?\n---\r?\n/u, '');
}

function collect(tokens: readonly Token[], out: Omit<Block, 'offset'>[]): void {
  for (const token of tokens) {
    switch (token.type) {
      case 'heading':
        push(out, { type: 'heading', level: (token as Tokens.Heading).depth, text: plain(token) });
        break;
      case 'paragraph':
        collectParagraph(token as Tokens.Paragraph, out);
        break;
      case 'blockquote':
        collect((token as Tokens.Blockquote).tokens, out);
        break;
      case 'list':
        collectList(token as Tokens.List, out);
        break;
      case 'table':
        collectTable(token as Tokens.Table, out);
        break;
      default:
    }
  }
}

/** A paragraph; a picture in it is a block of its own. */
function collectParagraph({ tokens }: Tokens.Paragraph, out: Omit<Block, 'offset'>[]): void {
  let inline: Token[] = [];
  const close = () => {
    push(out, { type: 'paragraph', text: plainInline(inline) });
    inline = [];
  };
  for (const token of tokens) {
    if (token.type === 'image') {
      close();
      push(out, { type: 'picture', text: (token as Tokens.Image).text });
    } else inline.push(token);
  }
  close();
}

function collectList(list: Tokens.List, out: Omit<Block, 'offset'>[]): void {
  const first = typeof list.start === 'number' ? list.start : 1;
  list.items.forEach((item, index) => {
    const own = item.tokens.filter((token) => token.type === 'text' || token.type === 'paragraph');
    const text = own.map(plain).join(' ');
    const number = String(first + index);
    const label = list.ordered ? { label: number } : {};
    push(out, {
      type: list.ordered && text.endsWith('?') ? 'question' : 'list-item',
      ...label,
      text: list.ordered ? `${number}. ${text}` : text,
    });
    collect(
      item.tokens.filter((token) => !own.includes(token)),
      out,
    );
  });
}

function collectTable(table: Tokens.Table, out: Omit<Block, 'offset'>[]): void {
  const cellsOf = (row: readonly Tokens.TableCell[]) => row.map((cell) => tidy(plainInline(cell.tokens)));
  const columnHeaders = cellsOf(table.header);
  const rows: readonly (readonly Tokens.TableCell[])[] = [table.header, ...table.rows];
  rows.forEach((row, i) => {
    const cells = cellsOf(row);
    if (cells.every((cell) => cell === '')) return;
    out.push({ type: 'table-row', text: cells.join(CELL_SEPARATOR), ...(i > 0 ? { columnHeaders } : {}) });
  });
}

function plain(token: Token): string {
  return 'tokens' in token && token.tokens
    ? plainInline(token.tokens)
    : 'text' in token
      ? String(token.text)
      : '';
}

function plainInline(tokens: readonly Token[]): string {
  return tokens
    .map((token) => {
      if (token.type === 'br') return ' ';
      if (token.type === 'html') return '';
      if (token.type === 'codespan' || token.type === 'escape') return (token as Tokens.Codespan).text;
      return plain(token);
    })
    .join('');
}

function push(out: Omit<Block, 'offset'>[], block: Omit<Block, 'offset'>): void {
  const text = tidy(block.text);
  if (text !== '') out.push({ ...block, text });
}

function tidy(text: string): string {
  return unescapeEntities(text).replace(/\s+/gu, ' ').trim();
}

const ENTITIES: Readonly<Record<string, string>> = lookupTable({
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  '#39': "'",
  nbsp: ' ',
});

function unescapeEntities(text: string): string {
  return text.replace(/&(amp|lt|gt|quot|#39|nbsp);/gu, (whole, name: string) => ENTITIES[name] ?? whole);
}
