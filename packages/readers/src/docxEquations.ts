import { ommlLine } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { zipSync } from 'fflate';
import { withParagraphLabels } from './docxParagraphs.ts';
import { parseXml } from './xml.ts';

/** Opens an equation on a line of its own; a sign that no document uses. */
const ALONE = '\u{f8a0}';
const PARTS = /^word\/(?:document|footnotes|endnotes)\.xml$/u;

/**
 * The converter knows no equations: each is put as text into its place before, one that stands alone with a
 * mark; and what it does not know of paragraphs is reported (see `docxParagraphs.ts`).
 * @param parts what was unpacked and looked at; nothing else is in what comes back.
 */
export function withTextForAll(parts: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const changed = new Map<string, Uint8Array>();
  const read = (path: string) => {
    const part = parts.get(path);
    return part && new TextDecoder().decode(part);
  };
  for (const [path, content] of parts) {
    if (!PARTS.test(path)) continue;
    const source = new TextDecoder().decode(content);
    const plain = source.includes('<m:oMath') ? equationsAsText(source) : source;
    const labelled =
      path === 'word/document.xml'
        ? withParagraphLabels(plain, read('word/numbering.xml'), read('word/styles.xml'))
        : plain;
    if (labelled !== source) changed.set(path, new TextEncoder().encode(labelled));
  }
  return zipSync(Object.fromEntries([...parts, ...changed]), { level: 0 });
}

function equationsAsText(source: string): string {
  return source
    .replace(/<m:oMathPara\b[^>]*>([\s\S]*?)<\/m:oMathPara>/gu, (_whole, inner: string) =>
      inner.replace(EQUATION, (equation) => run(ALONE + lineOf(equation))),
    )
    .replace(EQUATION, (equation) => run(lineOf(equation)));
}

const EQUATION = /<m:oMath\b[^>]*>[\s\S]*?<\/m:oMath>/gu;

function lineOf(equation: string): string {
  return ommlLine(parseXml(equation).documentElement);
}

function run(text: string): string {
  const escaped = text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
  return `<w:r><w:t xml:space="preserve">${escaped}</w:t></w:r>`;
}

/**
 * Blocks of the converted document: what was marked is an equation, alone or among the words it stands in.
 */
export function equationBlocks(blocks: readonly Omit<Block, 'offset'>[]): Omit<Block, 'offset'>[] {
  return blocks.map((block) => {
    if (!block.text.includes(ALONE)) return block;
    const parts = block.text
      .split(ALONE)
      .map((part) => part.trim())
      .filter((part) => part !== '');
    const text = parts.join('; ');
    return block.type === 'paragraph' && block.text.trimStart().startsWith(ALONE)
      ? { type: 'equation', text }
      : { ...block, text: parts.join(' ') };
  });
}
