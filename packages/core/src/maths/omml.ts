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
  tokens,
  withLimits,
  type Piece,
} from './pieces.ts';

/** An equation of an office document (Office MathML, ISO/IEC 29500-1 part 22) → its line. */
export function ommlLine(math: NodeLike): string {
  return rowOf(math, 0).text;
}

const child = (node: NodeLike, name: string) => elementsOf(node).find((one) => localNameOf(one) === name);
const value = (node: NodeLike | undefined) =>
  node && (node.getAttribute?.('m:val') ?? node.getAttribute?.('val') ?? '');
/** A property of an element: `undefined` where it is not written. */
const property = (node: NodeLike, name: string) => {
  const properties = child(node, `${localNameOf(node)}Pr`);
  return properties && value(child(properties, name));
};
const isOn = (written: string | undefined) => written !== undefined && !/^(?:0|off|false)$/u.test(written);

function rowOf(node: NodeLike | undefined, depth: number): Piece {
  if (node === undefined || depth > DEEPEST) return NOTHING;
  return row(elementsOf(node).flatMap((one) => pieces(one, depth + 1)));
}

function pieces(node: NodeLike, depth: number): Piece[] {
  const part = (name: string) => rowOf(child(node, name), depth);
  switch (localNameOf(node)) {
    case 'r':
      return runOf(node);
    case 'f':
      return [
        /noBar/u.test(property(node, 'type') ?? '')
          ? choose(part('num'), part('den'))
          : fraction(part('num'), part('den')),
      ];
    case 'sSup':
      return [power(part('e'), part('sup'))];
    case 'sSub':
      return [index(part('e'), part('sub'))];
    case 'sSubSup':
      return [power(index(part('e'), part('sub')), part('sup'))];
    case 'sPre':
      return [
        {
          ...part('e'),
          text: power(NOTHING, part('sup')).text + index(NOTHING, part('sub')).text + part('e').text,
        },
      ];
    case 'rad':
      return [root(part('e'), isOn(property(node, 'degHide')) ? NOTHING : part('deg'))];
    case 'nary':
      return [withLimits(token(property(node, 'chr') || '∫', 'mo'), part('sub'), part('sup')), part('e')];
    case 'func':
      return [part('fName'), part('e')];
    case 'limLow':
      return [
        takesLimits(part('e'))
          ? withLimits(part('e'), part('lim'), NOTHING)
          : accented(part('e'), part('lim')),
      ];
    case 'limUpp':
      return [accented(part('e'), part('lim'))];
    case 'acc':
      return [accented(part('e'), token(property(node, 'chr') || '\u0302', 'mo'))];
    case 'bar':
      return [accented(part('e'), token(property(node, 'pos') === 'top' ? '¯' : '', 'mo'))];
    case 'groupChr': {
      // An arrow with words over or under it.
      const sign = token(property(node, 'chr') ?? '', 'mo');
      return [
        sign.role === 'relation' || /[←⇐]/u.test(sign.text)
          ? accented({ ...sign, role: 'relation' }, part('e'))
          : part('e'),
      ];
    }
    case 'd':
      return [delimited(node, depth)];
    case 'm':
      return [table(rowsOf(node, depth), '')];
    case 'eqArr':
      return [
        table(
          elementsOf(node)
            .filter((one) => localNameOf(one) === 'e')
            .map((one) => [rowOf(one, depth)]),
          '',
        ),
      ];
    case 'phant':
      return isOn(property(node, 'show')) || property(node, 'show') === undefined ? [part('e')] : [];
    case 'box':
    case 'borderBox':
      return [part('e')];
    case 'oMath':
      return [rowOf(node, depth)];
    default:
      return [];
  }
}

/** A run: its words where it is marked as plain text, else numbers, letters and signs. */
function runOf(node: NodeLike): Piece[] {
  const text = elementsOf(node)
    .filter((one) => localNameOf(one) === 't')
    .map((one) => one.textContent ?? '')
    .join('');
  const properties = elementsOf(node).find((one) => localNameOf(one) === 'rPr' && /^m:/u.test(one.nodeName));
  return properties && child(properties, 'nor') ? [token(text, 'mtext')] : tokens(text);
}

function delimited(node: NodeLike, depth: number): Piece {
  const open = property(node, 'begChr') ?? '(';
  const close = property(node, 'endChr') ?? ')';
  const parts = elementsOf(node).filter((one) => localNameOf(one) === 'e');
  const [only] = parts;
  const inner = only && elementsOf(only).filter((one) => localNameOf(one) !== 'ctrlPr');
  if (parts.length === 1 && inner?.length === 1 && inner[0] && localNameOf(inner[0]) === 'm')
    return table(rowsOf(inner[0], depth), open);
  const pieces = parts.map((part) => rowOf(part, depth));
  if (pieces.length === 1 && / choose /u.test(pieces[0]?.text ?? '') && open === '(')
    return pieces[0] as Piece;
  const separator = property(node, 'sepChr') ?? '|';
  return fenced(open, pieces, close, separator === ',' ? ', ' : ` ${separator} `);
}

function rowsOf(node: NodeLike, depth: number): Piece[][] {
  return elementsOf(node)
    .filter((one) => localNameOf(one) === 'mr')
    .map((line) => elementsOf(line).map((cell) => rowOf(cell, depth)));
}
