import type { BlockView } from '@aurelfield/api';
import { Extension, Node } from '@tiptap/core';
import Document from '@tiptap/extension-document';
import Text from '@tiptap/extension-text';
import type { JSONContent } from '@tiptap/react';
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin } from '@tiptap/pm/state';
import { randomId } from '../ui/randomId.ts';

/** The document is a flat row of blocks; what a block is to a reader is an attribute of it. */
const FlatDocument = Document.extend({ content: 'block+' });

/** One block of a handout: its text, and what it is. */
const HandoutBlock = Node.create({
  name: 'block',
  content: 'text*',
  marks: '',
  defining: true,

  addAttributes() {
    return {
      id: { default: null, keepOnSplit: false },
      type: { default: 'paragraph', keepOnSplit: false },
      level: { default: null, keepOnSplit: false },
      label: { default: null, keepOnSplit: false },
      columnHeaders: { default: null, keepOnSplit: false },
      silent: { default: false, keepOnSplit: false },
      language: { default: null, keepOnSplit: true },
    };
  },

  parseHTML() {
    return [
      {
        tag: 'div[data-block]',
        getAttrs: (element) => {
          const parsed: unknown = JSON.parse(element.getAttribute('data-block') ?? '{}');
          return parsed as Record<string, unknown>;
        },
      },
    ];
  },

  renderHTML({ node }) {
    const { type, level, label, silent, language } = node.attrs as BlockView & {
      readonly language: string | null;
      readonly label: string | null;
    };
    const tag = type === 'heading' ? ((level ?? 1) <= 1 ? 'h2' : 'h3') : 'p';
    return [
      tag,
      {
        ...(language === null ? {} : { lang: language }),
        class: `block ${type}${silent ? ' silent' : ''}${type === 'list-item' && label === null ? ' dotted' : ''}`,
        'data-placeholder': type === 'picture' ? 'Describe the picture here.' : '',
      },
      0,
    ];
  },
});

/**
 * Gives every block an id that nobody else has: a new block, and one that was split from another or pasted.
 */
const BlockIds = Extension.create({
  name: 'blockIds',
  addProseMirrorPlugins() {
    return [
      new Plugin({
        appendTransaction: (transactions, _before, { doc, tr }) => {
          if (!transactions.some(({ docChanged }) => docChanged)) return null;
          const taken = new Set<string>();
          doc.forEach((node, at) => {
            const { id } = node.attrs as Attributes;
            if (id === null || taken.has(id)) tr.setNodeAttribute(at, 'id', randomId());
            else taken.add(id);
          });
          return tr.docChanged ? tr : null;
        },
      }),
    ];
  },
});

export const EXTENSIONS = [FlatDocument, Text, HandoutBlock, BlockIds];

/** Blocks → what the editor holds. */
export function toEditor(blocks: readonly BlockView[]): JSONContent {
  const content = blocks.map(({ id, type, level, label, columnHeaders, language, silent, text }) => ({
    type: 'block',
    attrs: {
      id: id ?? null,
      type,
      level: level ?? null,
      label: label ?? null,
      columnHeaders: columnHeaders ?? null,
      silent: silent ?? false,
      language: language ?? null,
    },
    ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
  }));
  return { type: 'doc', content: content.length > 0 ? content : [{ type: 'block' }] };
}

interface Attributes {
  readonly id: string | null;
  readonly type: BlockView['type'];
  readonly level: number | null;
  readonly label: string | null;
  readonly columnHeaders: string[] | null;
  readonly silent: boolean;
  readonly language: string | null;
}

/** What the editor holds → blocks. A deleted label is no label. */
export function fromEditor(doc: ProseNode): BlockView[] {
  const blocks: BlockView[] = [];
  doc.forEach((node) => {
    const { id, type, level, label, columnHeaders, language, silent } = node.attrs as Attributes;
    const text = node.textContent;
    const keepsLabel = label !== null && text.replace(/^\(/u, '').startsWith(label);
    blocks.push({
      ...(id === null ? {} : { id }),
      type,
      ...(type === 'heading' ? { level: level ?? 2 } : {}),
      ...(keepsLabel && (type === 'question' || type === 'list-item') ? { label } : {}),
      ...(type === 'table-row' && columnHeaders !== null ? { columnHeaders } : {}),
      ...(language === null ? {} : { language }),
      ...(silent ? { silent } : {}),
      text,
    });
  });
  return blocks;
}

/** Blocks as HTML that the editor reads when it is pasted. */
export function toHtml(blocks: readonly BlockView[]): string {
  const holder = document.createElement('div');
  for (const { text, id: _id, ...attributes } of blocks) {
    const element = document.createElement('div');
    element.dataset.block = JSON.stringify(attributes);
    element.textContent = text;
    holder.append(element);
  }
  return holder.innerHTML;
}
