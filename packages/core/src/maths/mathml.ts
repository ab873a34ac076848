import { DEEPEST, elementsOf, localNameOf, type NodeLike } from './nodes.ts';
import {
  accented,
  choose,
  fenced,
  fraction,
  index,
  NOTHING,
  power,
  root,
  row,
  table,
  takesLimits,
  token,
  withLimits,
  type Piece,
} from './pieces.ts';

/**
 * MathML (presentation; W3C MathML 3) → its line. Content markup and annotations beside it are passed over.
 */
export function mathmlLine(math: NodeLike): string {
  return rowOf(math, 0).text;
}

const nameOf = (node: NodeLike) => localNameOf(node).toLowerCase();
const attribute = (node: NodeLike, name: string) => node.getAttribute?.(name) ?? undefined;

function rowOf(node: NodeLike, depth: number): Piece {
  return row(fencedRow(elementsOf(node), depth));
}

/** A row: a table between brackets is a matrix, one after a brace alone a choice of cases. */
function fencedRow(nodes: readonly NodeLike[], depth: number): Piece[] {
  const sign = (node: NodeLike | undefined) =>
    node !== undefined && nameOf(node) === 'mo' ? (node.textContent ?? '').trim() : '';
  const tableAt = (i: number) => {
    const node = nodes[i];
    return node && soleTable([node]);
  };
  return nodes.flatMap((node, i) => {
    const inner = tableAt(i);
    if (inner) return [table(cellsOf(inner, depth), sign(nodes[i - 1]))];
    if (/^[([|‖{]$/u.test(sign(node)) && tableAt(i + 1)) return [];
    if (/^[)\]|‖}]$/u.test(sign(node)) && tableAt(i - 1) && /^[([|‖{]$/u.test(sign(nodes[i - 2]))) return [];
    return [piece(node, depth + 1)];
  });
}

function piece(node: NodeLike | undefined, depth: number): Piece {
  if (node === undefined || depth > DEEPEST) return NOTHING;
  const parts = elementsOf(node);
  const at = (i: number) => piece(parts[i], depth + 1);
  const name = nameOf(node);
  switch (name) {
    case 'mn':
    case 'mi':
    case 'mo':
      return token(node.textContent ?? '', name);
    case 'mtext':
    case 'ms':
      return token(node.textContent ?? '', 'mtext');
    case 'mfrac':
      return attribute(node, 'linethickness')?.startsWith('0')
        ? choose(at(0), at(1))
        : fraction(at(0), at(1));
    case 'msqrt':
      return root(rowOf(node, depth));
    case 'mroot':
      return root(at(0), at(1));
    case 'msup':
      return takesLimits(at(0)) ? withLimits(at(0), NOTHING, at(1)) : power(at(0), at(1));
    case 'msub':
      return takesLimits(at(0)) ? withLimits(at(0), at(1), NOTHING) : index(at(0), at(1));
    case 'msubsup':
      return takesLimits(at(0)) ? withLimits(at(0), at(1), at(2)) : power(index(at(0), at(1)), at(2));
    case 'munder':
      return takesLimits(at(0)) ? withLimits(at(0), at(1), NOTHING) : accented(at(0), at(1));
    case 'mover':
      return takesLimits(at(0)) ? withLimits(at(0), NOTHING, at(1)) : accented(at(0), at(1));
    case 'munderover':
      return takesLimits(at(0)) ? withLimits(at(0), at(1), at(2)) : accented(accented(at(0), at(1)), at(2));
    case 'mmultiscripts':
      return multiscripts(parts, depth);
    case 'mfenced':
      return fencedPiece(node, parts, depth);
    case 'mtable':
      return table(cellsOf(node, depth), '');
    case 'menclose':
      return attribute(node, 'notation') === 'radical' ? root(rowOf(node, depth)) : rowOf(node, depth);
    case 'semantics':
    case 'maction':
      return at(0);
    case 'mspace':
    case 'mphantom':
    case 'none':
    case 'maligngroup':
    case 'malignmark':
    case 'annotation':
    case 'annotation-xml':
      return NOTHING;
    default:
      return parts.length === 0 ? token(node.textContent ?? '', 'mtext') : rowOf(node, depth);
  }
}

function fencedPiece(node: NodeLike, parts: readonly NodeLike[], depth: number): Piece {
  const open = attribute(node, 'open') ?? '(';
  const close = attribute(node, 'close') ?? ')';
  const only = soleTable(parts);
  if (only) return table(cellsOf(only, depth), open);
  const inner = parts.map((part) => piece(part, depth + 1));
  // One above the other between round brackets is a choice, which has its own.
  if (inner.length === 1 && / choose /u.test(inner[0]?.text ?? '') && open === '(') return inner[0] as Piece;
  const separator = (attribute(node, 'separators') ?? ',').trim();
  return fenced(
    open,
    inner,
    close,
    separator === '' ? ' ' : separator[0] === ',' ? ', ' : ` ${separator[0] ?? ''} `,
  );
}

/** The table that is all there is. */
function soleTable(nodes: readonly NodeLike[]): NodeLike | undefined {
  const [only] = nodes;
  if (only === undefined || nodes.length > 1) return undefined;
  if (nameOf(only) === 'mtable') return only;
  return /^(?:mrow|mstyle)$/u.test(nameOf(only)) ? soleTable(elementsOf(only)) : undefined;
}

function cellsOf(node: NodeLike, depth: number): Piece[][] {
  return elementsOf(node).map((line) =>
    elementsOf(line)
      .slice(nameOf(line) === 'mlabeledtr' ? 1 : 0)
      .map((cell) => rowOf(cell, depth + 2)),
  );
}

/** Indices before and after: "²³⁵₉₂U" is written as a nuclide is. */
function multiscripts([base, ...scripts]: readonly NodeLike[], depth: number): Piece {
  const pre = scripts.findIndex((script) => nameOf(script) === 'mprescripts');
  const after = pre < 0 ? scripts : scripts.slice(0, pre);
  const before = pre < 0 ? [] : scripts.slice(pre + 1);
  let whole = piece(base, depth + 1);
  for (let i = 0; i < after.length; i += 2)
    whole = power(index(whole, piece(after[i], depth + 1)), piece(after[i + 1], depth + 1));
  const empty: Piece = NOTHING;
  const raised = power(empty, piece(before[1], depth + 1)).text;
  const lowered = index(empty, piece(before[0], depth + 1)).text;
  return { ...whole, text: raised + lowered + whole.text };
}
