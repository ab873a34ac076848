import type { FindingView } from '@aurelfield/api';
import { Extension } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import type { Node as ProseNode } from '@tiptap/pm/model';

/** A place in the text that is marked, and why: the kind is a class of its mark. */
export type Mark = Pick<FindingView, 'block' | 'start' | 'end'> & { readonly kind: string };

interface Marked {
  readonly marks: readonly Mark[];
  readonly current: number;
}

const key = new PluginKey<DecorationSet>('findings');

/** Marks in the text what was found; they move along while it is changed. */
export const FindingMarks = Extension.create({
  name: 'findingMarks',
  addProseMirrorPlugins() {
    return [
      new Plugin<DecorationSet>({
        key,
        state: {
          init: () => DecorationSet.empty,
          apply: (transaction, before) => {
            const marked = transaction.getMeta(key) as Marked | undefined;
            return marked
              ? decorate(transaction.doc, marked)
              : before.map(transaction.mapping, transaction.doc);
          },
        },
        props: { decorations: (state) => key.getState(state) },
      }),
    ];
  },
});

export const FINDINGS_KEY = key;

/** Where a finding stands in the document; `undefined` when its block is gone. */
export function placeOf(doc: ProseNode, finding: Pick<FindingView, 'block' | 'start' | 'end'>) {
  let at = 0;
  for (let index = 0; index < doc.childCount; index++) {
    const node = doc.child(index);
    if (index === finding.block)
      return finding.end <= node.content.size
        ? { from: at + 1 + finding.start, to: at + 1 + finding.end, node: at }
        : undefined;
    at += node.nodeSize;
  }
  return undefined;
}

function decorate(doc: ProseNode, { marks, current }: Marked): DecorationSet {
  return DecorationSet.create(
    doc,
    marks.flatMap((finding, i) => {
      const place = placeOf(doc, finding);
      if (!place) return [];
      const attributes = {
        class: `found ${finding.kind.replaceAll(' ', '-')}${i === current ? ' current' : ''}`,
      };
      if (place.from === place.to) {
        const size = doc.nodeAt(place.node)?.nodeSize ?? 0;
        return [Decoration.node(place.node, place.node + size, attributes)];
      }
      return [Decoration.inline(place.from, place.to, attributes)];
    }),
  );
}
