import { CELL_SEPARATOR, type Block } from './document.ts';

type Draft = Omit<Block, 'offset'>;

/** Signs that mean something in Markdown wherever they stand. */
const SPECIAL = /[\\`*_[\]<]/gu;
/** What makes the beginning of a line something else than a paragraph. */
const BEGINNING = /^(?:[#>+-]|\d{1,9}(?=[.)]\s))/u;

/**
 * Blocks → Markdown that gives the same blocks again (`blocksFromMarkdown`), for people to change: headings,
 * lists, numbers, tables, pictures by their descriptions. Labels that Markdown does not know ("a)") stay in
 * their text.
 */
export function markdownOf(blocks: readonly Draft[]): string {
  return blocks.map((block, i) => separator(blocks[i - 1], block) + lineOf(block, blocks[i - 1])).join('');
}

/** A blank line between blocks; items of a list and rows of a table stand together. */
function separator(before: Draft | undefined, block: Draft): string {
  if (!before) return '';
  const isTogether =
    block.type === before.type && (block.type === 'table-row' ? isRowOf(before, block) : isItem(block));
  const areItems = isItem(before) && isItem(block);
  return isTogether || areItems ? '\n' : '\n\n';
}

function lineOf(block: Draft, before: Draft | undefined): string {
  switch (block.type) {
    case 'heading':
      return `${'#'.repeat(block.level ?? 2)} ${plain(block.text)}`;
    case 'list-item':
    case 'question':
      return itemOf(block);
    case 'table-row':
      return rowOf(block, before);
    case 'picture':
      return `![${block.text.replace(/[\\[\]]/gu, ' ')}]()`;
    default:
      return plain(block.text).replace(BEGINNING, (sign) => (/^\d/u.test(sign) ? sign : `\\${sign}`));
  }
}

function isItem({ type, label }: Draft): boolean {
  return (type === 'list-item' || type === 'question') && (label === undefined || /^\d+$/u.test(label));
}

function itemOf({ label, text }: Draft): string {
  if (label === undefined) return `- ${plain(text)}`;
  const rest = text.replace(new RegExp(`^\\(?${label.replace(/[.]/gu, '\\.')}[.):]*\\s*`, 'u'), '');
  return /^\d+$/u.test(label) ? `${label}. ${plain(rest)}` : plain(text);
}

function rowOf(block: Draft, before: Draft | undefined): string {
  const cells = block.text.split(CELL_SEPARATOR).map((cell) => plain(cell).replaceAll('|', '\\|'));
  const row = `| ${cells.join(' | ')} |`;
  if (before?.type === 'table-row' && isRowOf(before, block)) return row;
  const rule = `|${' --- |'.repeat(cells.length)}`;
  // A table without heads has empty ones.
  return block.columnHeaders === undefined
    ? `${row}\n${rule}`
    : `| ${block.columnHeaders.join(' | ')} |\n${rule}\n${row}`;
}

/** Whether a row goes on with the table of the row before it. */
function isRowOf(before: Draft, block: Draft): boolean {
  return (
    before.type === 'table-row' &&
    before.text.split(CELL_SEPARATOR).length === block.text.split(CELL_SEPARATOR).length
  );
}

function plain(text: string): string {
  return text
    .replace(/\s+/gu, ' ')
    .trim()
    .replace(SPECIAL, (sign) => `\\${sign}`);
}
