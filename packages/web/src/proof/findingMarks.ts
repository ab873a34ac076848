import type { FindingView } from '@aurelfield/api';
import { Extension } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import type { Node as ProseNode } from '@tiptap/pm/model';

/** A place in the text that is marked, and why: the kind is a class of its mark. */
export type Mark = Pick<FindingView, 'block' | 'start' | 'end'> & { readonly kind: string };

/**
 * Marks for findings, for the photo's current word and for search results. Each layer is updated separately.
 */
export type Layer = 'findings' | 'counterpart';

interface Marked {
  readonly layer: Layer;
  readonly marks: readonly Mark[];
  readonly current: number;
}

type Layers = Readonly<Record<Layer, DecorationSet>>;

const key = new PluginKey<Layers>('findings');

/** Marks in the text what was found; they move along while it is changed. */
export const FindingMarks = Extension.create({
  name: 'findingMarks',
  addProseMirrorPlugins() {
    return [
      new Plugin<Layers>({
        key,
        state: {
          init: () => ({ findings: DecorationSet.empty, counterpart: DecorationSet.empty }),
          apply: (transaction, before) => {
            const marked = transaction.getMeta(key) as Marked | undefined;
            const { mapping, doc } = transaction;
            const moved = transaction.docChanged
              ? {
                  findings: before.findings.map(mapping, doc),
                  counterpart: before.counterpart.map(mapping, doc),
                }
              : before;
            return marked ? { ...moved, [marked.layer]: decorate(doc, marked) } : moved;
          },
        },
        props: {
          decorations: (state) => {
            const layers = key.getState(state);
            return layers?.findings.add(state.doc, layers.counterpart.find());
          },
        },
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
