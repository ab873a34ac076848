/** As much of a DOM node as is needed; any DOM will do. */
export interface NodeLike {
  readonly nodeType: number;
  readonly nodeName: string;
  readonly textContent: string | null;
  readonly childNodes: Iterable<NodeLike>;
  getAttribute?(name: string): string | null;
}

const ELEMENT = 1;
/** Deeper nesting than this no equation has. */
export const DEEPEST = 60;

/** A node's elements, without text and comments. */
export const elementsOf = (node: NodeLike): NodeLike[] =>
  [...node.childNodes].filter(({ nodeType }) => nodeType === ELEMENT);

/** A node's name without its prefix. */
export const localNameOf = (node: NodeLike): string => node.nodeName.replace(/^.*:/u, '');
