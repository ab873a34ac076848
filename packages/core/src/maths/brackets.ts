import { lookupTable } from '../lib/lookupTable.ts';
/** What a pair of brackets says in an equation, and where it ends; '' for nothing. */
export interface Bracket {
  readonly end: number;
  readonly opens: string;
  readonly closes: string;
}

const PAIRS: Readonly<Record<string, string>> = lookupTable({
  '(': ')',
  '[': ']',
  '{': '}',
  '⌊': '⌋',
  '⌈': '⌉',
  '⟨': '⟩',
});

/** Where the bracket that opens at `start` is closed; `undefined` where it is not. */
export function closing(line: string, start: number): number | undefined {
  const open = line[start] ?? '';
  let depth = 0;
  for (let at = start; at < line.length; at++) {
    if (line[at] === open) depth += 1;
    else if (line[at] === PAIRS[open]) depth -= 1;
    if (depth === 0) return at;
  }
  return undefined;
}

/** What brackets hold at their own level: a sum, a relation, a list, or what is said in one breath. */
export function contentOf(line: string, start: number, end: number): 'sum' | 'relation' | 'list' | 'product' {
  let depth = 0;
  let found: 'sum' | 'list' | 'product' = 'product';
  for (let at = start + 1; at < end; at++) {
    const sign = line[at] ?? '';
    if (sign in PAIRS) depth += 1;
    else if (Object.values(PAIRS).includes(sign)) depth -= 1;
    else if (depth === 0) {
      if (/[=<>≤≥≠≈≡→∈]/u.test(sign)) return 'relation';
      if (/[,;]/u.test(sign)) found = 'list';
      else if (
        /[+\-–−±∓∪∩∧∨]/u.test(sign) &&
        /[^\s(^_/,;+\-–−±]\s*$/u.test(line.slice(start + 1, at)) &&
        found === 'product'
      )
        found = 'sum';
    }
  }
  return found;
}

/** Every pair of brackets of an equation by the place where it opens. */
export function bracketAt(line: string): ReadonlyMap<number, Bracket> {
  const found = new Map<number, Bracket>();
  for (let at = 0; at < line.length; at++) {
    const sign = line[at] ?? '';
    if (sign in PAIRS) {
      const end = closing(line, at);
      if (end !== undefined) found.set(at, { end, ...saidOf(line, at, end) });
    }
  }
  for (const [start, end] of bars(line)) {
    const isSum = contentOf(line, start, end) === 'sum';
    // What follows must not be taken for a part of it.
    const goesOn = /^\s*[+\-–−×÷·/\p{L}\p{N}(]/u.test(line.slice(end + 1));
    found.set(start, { end, opens: 'the modulus of', closes: isSum && goesOn ? 'end modulus' : '' });
  }
  return found;
}

function saidOf(line: string, start: number, end: number): Pick<Bracket, 'opens' | 'closes'> {
  const open = line[start] ?? '';
  const before = line.slice(0, start);
  const after = line.slice(end + 1);
  const content = contentOf(line, start, end);
  const silent = { opens: '', closes: '' };
  if (open === '⌊') return { opens: 'the floor of', closes: '' };
  if (open === '⌈') return { opens: 'the ceiling of', closes: '' };
  if (open === '⟨') return { opens: 'open angle bracket', closes: 'close angle bracket' };
  if (open === '{')
    return content === 'list' || /[|:∣]/u.test(line.slice(start, end))
      ? { opens: 'the set', closes: '' }
      : { opens: 'open curly bracket', closes: 'close curly bracket' };
  if (open === '[') return { opens: 'open square bracket', closes: 'close square bracket' };
  if (/ choose /u.test(line.slice(start, end)) || content === 'list') return silent;
  // The next sign of a product would seem to belong to what the brackets hold.
  const goesOn = /^[\p{L}\p{N}(√]/u.test(after);
  const isArgument =
    /(?:^|[^\p{L}])(?:[fghFGPEV]|\p{L}*(?:sin|cos|tan|log|ln|exp|max|min|det)[⁻¹²]*)[′″]?$/u.test(before);
  if (isArgument && (content === 'product' || (/[PEV]$/u.test(before) && content === 'sum')) && !goesOn)
    return silent;
  const isNumerator = after.startsWith('/') && !/[\p{L}\p{N})\]²³√^_/]$/u.test(before);
  if (isNumerator) return content === 'product' ? silent : { opens: '', closes: 'all' };
  const holds = /[/√∛∜^_]$/u.test(before);
  // Factors that have brackets of their own would seem to stand outside.
  const isOne = content === 'product' && !line.slice(start + 1, end).includes('(');
  if (holds && isOne && !goesOn) return silent;
  return { opens: 'open bracket', closes: 'close bracket' };
}

/**
 * Bars in pairs: one that opens stands at the beginning or after a sign, one that closes after an operand.
 */
function bars(line: string): [number, number][] {
  const found: [number, number][] = [];
  let open: number | undefined;
  for (const { index } of line.matchAll(/\|/gu)) {
    const opens =
      /(?:^|[-+−–×÷·=<>≤≥≠(,/\s])$/u.test(line.slice(0, index)) && /^\S/u.test(line.slice(index + 1));
    if (open === undefined) {
      if (opens) open = index;
    } else if (!opens || /\s$|^$/u.test(line.slice(index + 1))) {
      found.push([open, index]);
      open = undefined;
    }
  }
  return found;
}
