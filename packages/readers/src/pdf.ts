import {
  blocksFromLayout,
  placed,
  tableRows,
  type ImportedDocument,
  type LayoutPage,
} from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { createRequire } from 'node:module';
import path from 'node:path';
import { getDocument, VerbosityLevel } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { PDFPageProxy } from 'pdfjs-dist';
import type { TextContent, TextItem, TextMarkedContent } from 'pdfjs-dist/types/src/display/api.js';
import type { ReadOptions } from './readOptions.ts';
import { ReaderError } from './readerError.ts';
import { tidy } from './tidy.ts';

type Draft = Omit<Block, 'offset'>;

const MAX_PAGES = 2000;
/** Fewer characters a page than this are no text of the page. */
const LEAST_CHARACTERS = 12;
const FONTS = `${path.join(path.dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json')), 'standard_fonts')}/`;

/**
 * A PDF → blocks: by its structure where it is tagged, else by the places and sizes of its text.
 * @throws ReaderError for a locked or broken file, and (problem "scan") for one without text.
 */
export async function readPdf(
  bytes: Uint8Array,
  { isWord, onStep = () => undefined }: ReadOptions,
): Promise<ImportedDocument> {
  const task = getDocument({
    data: new Uint8Array(bytes),
    standardFontDataUrl: FONTS,
    isEvalSupported: false,
    useSystemFonts: false,
    verbosity: VerbosityLevel.ERRORS,
  });
  try {
    const pdf = await task.promise;
    if (pdf.numPages > MAX_PAGES)
      throw new ReaderError(
        'too-large',
        `The file has ${pdf.numPages} pages; one handout may have ${MAX_PAGES}. Split it.`,
      );
    const pages: { layout: LayoutPage; tagged: Draft[] | undefined }[] = [];
    const emptyPages: number[] = [];
    for (let number = 1; number <= pdf.numPages; number++) {
      onStep();
      const page = await pdf.getPage(number);
      const content = await page.getTextContent({ includeMarkedContent: true });
      const layout = layoutOf(page, content);
      if (layout.runs.reduce((sum, { text }) => sum + text.trim().length, 0) < LEAST_CHARACTERS)
        emptyPages.push(number);
      pages.push({ layout, tagged: await taggedBlocks(page, content) });
      page.cleanup();
    }
    if (emptyPages.length === pdf.numPages)
      throw new ReaderError(
        'scan',
        'The pages of this PDF are pictures: there is no text in it. Add it as photos, so that the words are recognised.',
      );
    const { info } = (await pdf.getMetadata()) as { info: { Title?: string; Language?: string } };
    const isTagged = pages.every(({ tagged, layout }) => tagged !== undefined || layout.runs.length === 0);
    const { blocks, cleanUps } = isTagged
      ? { blocks: placed(pages.flatMap(({ tagged }) => tagged ?? [])), cleanUps: [] }
      : blocksFromLayout(
          pages.map(({ layout }) => layout),
          { isWord },
        );
    return {
      title: info.Title?.trim() ?? '',
      language: info.Language,
      blocks,
      warnings:
        emptyPages.length > 0
          ? [
              `${emptyPages.length === 1 ? 'Page' : 'Pages'} ${emptyPages.join(', ')} ${emptyPages.length === 1 ? 'has' : 'have'} no text, only pictures. Add ${emptyPages.length === 1 ? 'it' : 'them'} as photos.`,
            ]
          : [],
      cleanUps,
    };
  } catch (error) {
    if (error instanceof ReaderError) throw error;
    const name = error instanceof Error ? error.name : '';
    if (name === 'PasswordException')
      throw new ReaderError(
        'encrypted',
        'The PDF is locked with a password. Save it without one and choose it again.',
      );
    throw new ReaderError(
      'broken',
      'The PDF is broken: it is cut short or damaged. Get it again, or open it and save it anew.',
    );
  } finally {
    await task.destroy();
  }
}

function isText(item: TextItem | TextMarkedContent): item is TextItem {
  return 'str' in item;
}

function layoutOf(page: PDFPageProxy, content: TextContent): LayoutPage {
  const { width, height, transform } = page.getViewport({ scale: 1 });
  const [a = 1, b = 0, c = 0, d = -1, e = 0, f = height] = transform;
  const runs = content.items.filter(isText).flatMap((item) => {
    const [ia = 1, ib = 0, , , x = 0, y = 0] = item.transform as number[];
    // Letters that stand on their side are marginalia of the press.
    if (item.str.trim() === '' || Math.abs(ib) > Math.abs(ia)) return [];
    const size = Math.hypot(ia, ib);
    return [
      {
        text: item.str,
        x: a * x + c * y + e,
        y: b * x + d * y + f,
        width: item.width,
        size,
        isBold: /bold|black|heavy|semibold/iu.test(fontName(page, item.fontName)),
      },
    ];
  });
  return { width, height, runs };
}

function fontName(page: PDFPageProxy, id: string): string {
  try {
    return (page.commonObjs.get(id) as { name?: string } | null)?.name ?? '';
  } catch {
    return '';
  }
}

interface StructNode {
  readonly role?: string;
  readonly children?: readonly (StructNode | { readonly type: string; readonly id: string })[];
  readonly alt?: string;
}

/**
 * Blocks of a tagged page; `undefined` where it has no structure, or one that leaves most of its text out.
 */
async function taggedBlocks(page: PDFPageProxy, content: TextContent): Promise<Draft[] | undefined> {
  const tree = (await page.getStructTree()) as StructNode | null;
  if (!tree) return undefined;
  const texts = new Map<string, string>();
  const open: (string | undefined)[] = [];
  let all = 0;
  for (const item of content.items) {
    if (!isText(item)) {
      if (item.type === 'endMarkedContent') open.pop();
      else open.push(item.id);
      continue;
    }
    all += item.str.trim().length;
    const id = open.findLast((candidate) => candidate !== undefined);
    if (id !== undefined) texts.set(id, `${texts.get(id) ?? ''}${item.str}${item.hasEOL ? ' ' : ''}`);
  }
  const blocks: Draft[] = [];
  collectTagged(tree, texts, blocks);
  const kept = blocks.reduce((sum, { text }) => sum + text.replace(/\s/gu, '').length, 0);
  return kept >= all * 0.6 && blocks.length > 0 ? blocks : undefined;
}

function collectTagged(node: StructNode, texts: ReadonlyMap<string, string>, out: Draft[]): void {
  for (const child of node.children ?? []) {
    if (!('role' in child) || child.role === undefined) continue;
    const { role } = child;
    const text = tidy(textOf(child, texts));
    const level = /^H([1-6])$/u.exec(role)?.[1];
    if (role === 'Figure') out.push({ type: 'picture', text: tidy(child.alt ?? '') });
    else if (level !== undefined || role === 'H' || role === 'Title') {
      if (text !== '') out.push({ type: 'heading', level: Number(level ?? 1), text });
    } else if (role === 'Table') out.push(...tableRows(rowsOf(child, texts), true));
    else if (role === 'LI') {
      const label = /^\(?(\d{1,3}|[A-Za-z])[.)]\s/u.exec(text)?.[1];
      const said = text.replace(/^[•◦▪●■–·*\uF0B7-]\s*/u, '');
      if (said !== '')
        out.push(
          label === undefined
            ? { type: 'list-item', text: said }
            : { type: said.endsWith('?') ? 'question' : 'list-item', label, text: said },
        );
    } else if (/^(?:P|Caption|BlockQuote|Note|Quote|Formula)$/u.test(role)) {
      collectFigures(child, out);
      if (text !== '') out.push({ type: 'paragraph', text });
    } else collectTagged(child, texts, out);
  }
}

function collectFigures(node: StructNode, out: Draft[]): void {
  for (const child of node.children ?? [])
    if ('role' in child) {
      if (child.role === 'Figure') out.push({ type: 'picture', text: tidy(child.alt ?? '') });
      else collectFigures(child, out);
    }
}

function rowsOf(node: StructNode, texts: ReadonlyMap<string, string>): string[][] {
  return (node.children ?? []).flatMap((child) => {
    if (!('role' in child)) return [];
    if (child.role !== 'TR') return rowsOf(child, texts);
    return [(child.children ?? []).flatMap((cell) => ('role' in cell ? [tidy(textOf(cell, texts))] : []))];
  });
}

function textOf(node: StructNode, texts: ReadonlyMap<string, string>): string {
  return (node.children ?? [])
    .map((child) =>
      'id' in child
        ? (texts.get(child.id) ?? '')
        : 'role' in child && child.role !== 'Figure'
          ? `${textOf(child, texts)} `
          : '',
    )
    .join('');
}
