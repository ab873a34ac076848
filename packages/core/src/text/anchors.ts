import { diffArrays } from 'diff';
import type { TextBlock } from './text.ts';

/**
 * A place in a text that outlives edits: a block, a range of its text (UTF-16 units), and what is written
 * there.
 */
export interface Anchor {
  readonly block: string;
  readonly start: number;
  readonly written: string;
}

/** What became of the anchors of a text in the text that took its place. */
export interface CarriedAnchors<A extends Anchor> {
  readonly kept: readonly A[];
  /** Anchors whose word is not there any more, as they were. */
  readonly lost: readonly A[];
}

interface Token {
  readonly text: string;
  readonly block: string;
  readonly start: number;
}

/** Beyond this many changed words a comparison of whole texts is given up: they are other texts. */
const MOST_CHANGES = 4000;

/** How many words on each side are looked at to tell two places apart. */
const CONTEXT = 6;

/**
 * Carries anchors over from a text to the one that takes its place. A block that kept its id is compared with
 * itself, so that an anchor moves with its block; where blocks came or went (split, joined,
 * taken out) both texts are compared as a whole too, and of two places the one counts whose neighbours are
 * more like those that were. An anchor is kept only where the same word, written the same way,
 * stands in the same place among its neighbours.
 */
export function carryAnchors<A extends Anchor>(
  anchors: readonly A[],
  before: readonly TextBlock[],
  after: readonly TextBlock[],
): CarriedAnchors<A> {
  const [oldById, newById] = [byId(before), byId(after)];
  const isSameSet = oldById.size === newById.size && before.every(({ id }) => newById.has(id));
  const inBlock = new Map<string, Comparison>();
  let whole: Comparison | undefined;
  const kept: A[] = [];
  const lost: A[] = [];

  const inOwnBlock = (anchor: Anchor): Place | undefined => {
    const [old, now] = [oldById.get(anchor.block), newById.get(anchor.block)];
    if (!now) return undefined;
    // An anchor that was lost, and its block is back as it was.
    if (!old)
      return isWrittenAt(now, anchor) ? { block: now.id, start: anchor.start, likeness: 0 } : undefined;
    let comparison = inBlock.get(anchor.block);
    if (!comparison) inBlock.set(anchor.block, (comparison = new Comparison([old], [now])));
    return comparison.placeOf(anchor);
  };
  const inWholeText = (anchor: Anchor): Place | undefined => {
    if (!oldById.has(anchor.block)) return undefined;
    whole ??= new Comparison(before, after);
    return whole.placeOf(anchor);
  };
  for (const anchor of anchors) {
    const own = inOwnBlock(anchor);
    const isUnchanged = oldById.get(anchor.block)?.text === newById.get(anchor.block)?.text;
    const other = own && (isUnchanged || isSameSet) ? undefined : inWholeText(anchor);
    const place = own && other ? (other.likeness > own.likeness ? other : own) : (own ?? other);
    if (place) kept.push({ ...anchor, block: place.block, start: place.start });
    else lost.push(anchor);
  }
  return { kept: withoutDoubles(kept, lost), lost };
}

interface Place {
  readonly block: string;
  readonly start: number;
  /** How many words around it are those that stood there before. */
  readonly likeness: number;
}

/** Two texts compared word by word. */
class Comparison {
  readonly #old: readonly Token[];
  readonly #now: readonly Token[];
  readonly #after: ReadonlyMap<string, TextBlock>;
  /** For each old token the number of the new one that is the same, if it is still there. */
  readonly #partners: readonly (number | undefined)[];

  constructor(before: readonly TextBlock[], after: readonly TextBlock[]) {
    this.#old = tokensOf(before);
    this.#now = tokensOf(after);
    this.#after = byId(after);
    this.#partners = partnersOf(this.#old, this.#now);
  }

  /** Where the anchor's word stands now. */
  placeOf(anchor: Anchor): Place | undefined {
    const at = this.#old.findLastIndex(({ block, start }) => block === anchor.block && start <= anchor.start);
    const token = this.#old[at];
    if (!token) return undefined;
    const same = this.#partners[at];
    if (same !== undefined) return this.#checked(at, same, anchor.start - token.start, anchor.written);
    // The punctuation beside the word may have changed: it is looked for beside the words that stood around
    // it.
    const [left, right] = [this.#partners[at - 1], this.#partners[at + 1]];
    const candidate = left !== undefined ? left + 1 : right !== undefined ? right - 1 : undefined;
    if (candidate === undefined) return undefined;
    const inner = wordIn(this.#now[candidate]?.text ?? '', anchor.written);
    return inner < 0 ? undefined : this.#checked(at, candidate, inner, anchor.written);
  }

  #checked(old: number, now: number, inner: number, written: string): Place | undefined {
    const token = this.#now[now];
    const block = token && this.#after.get(token.block);
    if (!block) return undefined;
    const place = { block: token.block, start: token.start + inner, written };
    return isWrittenAt(block, place) ? { ...place, likeness: this.#likeness(old, now) } : undefined;
  }

  #likeness(old: number, now: number): number {
    let alike = 0;
    for (const direction of [1, -1])
      for (let i = direction; Math.abs(i) <= CONTEXT; i += direction) {
        const word = this.#old[old + i]?.text;
        if (word === undefined || word !== this.#now[now + i]?.text) break;
        alike += 1;
      }
    return alike;
  }
}

function partnersOf(old: readonly Token[], now: readonly Token[]): (number | undefined)[] {
  const changes = diffArrays(
    old.map(({ text }) => text),
    now.map(({ text }) => text),
    { maxEditLength: MOST_CHANGES },
  );
  const partners: (number | undefined)[] = [];
  let at = 0;
  for (const { value, added, removed } of changes ?? []) {
    if (added) at += value.length;
    else for (const _ of value) partners.push(removed ? undefined : at++);
  }
  return partners;
}

function isWrittenAt(block: TextBlock, { start, written }: Omit<Anchor, 'block'>): boolean {
  return block.text.startsWith(written, start);
}

/** Where a word stands by itself in a run between spaces; -1 where it does not. */
function wordIn(run: string, written: string): number {
  const at = run.indexOf(written);
  const isLetter = (sign: string | undefined) => sign !== undefined && /[\p{L}\p{N}]/u.test(sign);
  return at >= 0 && !isLetter(run[at - 1]) && !isLetter(run[at + written.length]) ? at : -1;
}

function tokensOf(blocks: readonly TextBlock[]): Token[] {
  return blocks.flatMap(({ id, text }) =>
    [...text.matchAll(/\S+/gu)].map((match) => ({ text: match[0], block: id, start: match.index })),
  );
}

function byId(blocks: readonly TextBlock[]): Map<string, TextBlock> {
  return new Map(blocks.map((block) => [block.id, block]));
}

/** Two anchors that come to one place: the first stays, the other is lost. */
function withoutDoubles<A extends Anchor>(kept: readonly A[], lost: A[]): A[] {
  const taken = new Set<string>();
  return kept.filter((anchor) => {
    const place = `${anchor.block} ${anchor.start}`;
    if (taken.has(place)) {
      lost.push(anchor);
      return false;
    }
    taken.add(place);
    return true;
  });
}
