import type { Block } from './document.ts';

/** A passage that somebody says: a quotation, or a line of a play. */
export interface DialogueTurn {
  /** Number of the block. */
  readonly block: number;
  /** Where it stands in the block's text, quotation marks included. */
  readonly start: number;
  readonly end: number;
  /** Who says it; null where nobody is named. */
  readonly who: string | null;
}

/** Verbs that tell who speaks. Common ones; the list is ours. */
const SAYS =
  'said|says|asked|asks|replied|replies|answered|answers|whispered|whispers|shouted|shouts|called|calls|cried|cries|muttered|mutters|murmured|added|adds|continued|went on|told|explained|explains|began|agreed|wondered|laughed|sighed|snapped|yelled|repeated|insisted|warned|admitted|declared|growled|exclaimed|screamed|remarked|observed|demanded|begged|announced|suggested|thought|wrote';
const TITLE = String.raw`(?:(?:Mr|Mrs|Ms|Miss|Dr|Sir|Lady|Captain|Uncle|Aunt|Old|Great-Aunt|Grandma|Grandpa|Professor|Sister|Brother|Father|Mother)\.?\s+)?`;
const NAME = String.raw`${TITLE}\p{Lu}[\p{L}'’-]+(?:\s+\p{Lu}[\p{L}'’-]+)?`;
const ROLE = String.raw`the\s+(?:old\s+|young\s+|other\s+|little\s+)?\p{Ll}[\p{L}-]+`;
const PERSON = String.raw`(?<who>${NAME}|${ROLE}|[Hh]e|[Ss]he|[Tt]hey|I)`;
/** “…,” said Jory; “…” the keeper asked. */
const AFTER = new RegExp(
  String.raw`^[,.!?…–—\s]*(?:(?:${SAYS})\s+${PERSON}(?![\p{L}])|${PERSON.replace('<who>', '<before>')}\s+(?:\p{Ll}+ly\s+)?(?:${SAYS})(?![\p{L}]))`,
  'u',
);
/** Jory said, “…”; Then the keeper turned and asked: “…” */
const BEFORE = new RegExp(
  String.raw`(?:^|[.!?…”"’]\s+|,\s+|;\s+|\band\s+|\bThen\s+|\bBut\s+|\bSo\s+)${PERSON}\s+(?:[\p{Ll}'’,\s]{0,40}?\s)?(?:${SAYS})(?:\s+[\p{Ll}\s]{0,30})?[,:]?\s*$`,
  'u',
);
/** JORY: …; Jory (quietly): … */
const LINE = new RegExp(
  String.raw`^(?<who>${TITLE}(?:\p{Lu}[\p{L}'’-]+|\p{Lu}{2,})(?:\s+(?:\p{Lu}[\p{L}'’-]*|\d+))?)\s*(?:\([^)]*\))?\s*:\s+(?=\S)`,
  'u',
);
const PRONOUN = /^(?:he|she|they)$/iu;
/** Words that stand before a colon and are no speakers. */
const NO_SPEAKER =
  /^(?:Note|Question|Answer|Example|Task|Step|Figure|Fig|Table|Aim|Method|Result|Results|Title|Date|Name|Class|Source|Warning|Tip|Hint|Part|Section|Chapter|Unit|Exercise|Page|Day|Week|Monday|Tuesday|Wednesday|Thursday|Friday|Saturday|Sunday|Remember|Think|Equipment|Key|Characters|Setting|Scene|Time|Place|Homework|Materials|Ingredients)$/iu;

interface Quotation {
  readonly start: number;
  readonly end: number;
}

/** Paragraphs of a conversation that stand no further apart than this belong together. */
const CONVERSATION = 2;

/**
 * Finds who says what in a text: quotations with the name that a verb of saying gives near them, lines of a
 * play by the name before the colon. In a conversation of two, quotations without a name are taken to
 * go to and fro; "he" and "she" are who was named last. It is a guess: a teacher corrects it.
 */
export function dialogueTurnsOf(blocks: readonly Pick<Block, 'type' | 'text'>[]): DialogueTurn[] {
  const plays = linesOfPlay(blocks);
  const dialogueTurns: DialogueTurn[] = [];
  /** Speakers in the order in which they were heard, the latest last, each once. */
  let heard: string[] = [];
  let lastBlock = -Infinity;
  blocks.forEach(({ type, text }, block) => {
    if (type !== 'paragraph' && type !== 'list-item') return;
    const line = plays.get(block);
    if (line) {
      dialogueTurns.push({ block, ...line });
      return;
    }
    const quotations = quotationsIn(text);
    if (quotations.length === 0) return;
    if (block - lastBlock > CONVERSATION) heard = [];
    let inBlock: string | undefined;
    quotations.forEach(({ start, end }, nth) => {
      const until = quotations[nth + 1]?.start ?? text.length;
      const from = quotations[nth - 1]?.end ?? 0;
      // What stands after a full stop is another sentence and names nobody for this one.
      const isClosed =
        /[.][”"’'»“]?$/u.test(text.slice(start, end)) && !/[.]{2}[”"’'»“]?$/u.test(text.slice(start, end));
      const named = nameNear(text.slice(from, start), isClosed ? '' : text.slice(end, until));
      const who = named === undefined || PRONOUN.test(named) ? undefined : named;
      // Within a paragraph one speaks; without a name the one who answers is not the one who spoke last.
      const others = heard.filter((one) => one !== 'I');
      const lastMentioned =
        named !== undefined && others.length === 0 ? lastNamed(blocks, block, start) : undefined;
      const guess = who ?? inBlock ?? lastMentioned ?? (named === undefined ? heard.at(-2) : others.at(-1));
      if (who !== undefined || inBlock === undefined) inBlock = guess;
      dialogueTurns.push({ block, start, end, who: guess ?? null });
      if (guess !== undefined) heard = [...heard.filter((one) => one !== guess), guess];
    });
    // A name that comes only after the second quotation is that of the first as well.
    const first = dialogueTurns.find((turn) => turn.block === block);
    const whos = new Set(dialogueTurns.filter((turn) => turn.block === block).map(({ who }) => who));
    if (first && whos.size === 2 && whos.has(null)) {
      const only = [...whos].find((who) => who !== null) ?? null;
      dialogueTurns.forEach((turn, i) => {
        if (turn.block === block && turn.who === null) dialogueTurns[i] = { ...turn, who: only };
      });
    }
    lastBlock = block;
  });
  return withOneNameEach(dialogueTurns);
}

/** "Garrick" and "Old Garrick" are one person: the longer name is kept. */
function withOneNameEach(dialogueTurns: readonly DialogueTurn[]): DialogueTurn[] {
  const names = [...new Set(dialogueTurns.flatMap(({ who }) => who ?? []))];
  const longest = (name: string) =>
    names.filter((other) => other.endsWith(` ${name}`)).sort((a, b) => b.length - a.length)[0] ?? name;
  return dialogueTurns.map((turn) => (turn.who === null ? turn : { ...turn, who: longest(turn.who) }));
}

/** The person that was told of last before a place: a name with a title, or one within a sentence. */
const TOLD_OF = new RegExp(
  String.raw`(?:(?<=\p{Ll}[,;]?\s)|(?<=^|[.!?]\s)(?=(?:Mr|Mrs|Ms|Miss|Dr|Old|Uncle|Aunt|Captain)\b))${NAME}`,
  'gu',
);

function lastNamed(
  blocks: readonly Pick<Block, 'text'>[],
  block: number,
  before: number,
): string | undefined {
  const near = [1, 2, 3].map((back) => blocks[block - back]?.text ?? '');
  for (const text of [blocks[block]?.text.slice(0, before) ?? '', ...near]) {
    const last = [...text.matchAll(TOLD_OF)].at(-1)?.[0];
    if (last !== undefined) return tidy(last);
  }
  return undefined;
}

/** Blocks that begin with a name and a colon, where at least two do; each without its name. */
function linesOfPlay(
  blocks: readonly Pick<Block, 'type' | 'text'>[],
): Map<number, Omit<DialogueTurn, 'block'>> {
  const lines = new Map<number, Omit<DialogueTurn, 'block'>>();
  blocks.forEach(({ type, text }, block) => {
    if (type !== 'paragraph' && type !== 'list-item') return;
    const match = LINE.exec(text);
    const who = match?.groups?.who;
    if (match && who !== undefined && !NO_SPEAKER.test(who))
      lines.set(block, { start: match[0].length, end: text.length, who: tidy(who) });
  });
  return lines.size >= 2 ? lines : new Map<number, Omit<DialogueTurn, 'block'>>();
}

/**
 * Quotations of a paragraph: “…”, "…", „…“, «…», or ‘…’ where no double marks stand. One that is not closed
 * goes to the end, as in a speech of several paragraphs.
 */
function quotationsIn(text: string): Quotation[] {
  const pairs = [['“', '”'], ['„', '“'], ['«', '»']] as const; // prettier-ignore
  for (const [open, close] of pairs) {
    if (!text.includes(open)) continue;
    const found: Quotation[] = [];
    for (let at = text.indexOf(open); at >= 0;) {
      const end = text.indexOf(close, at + 1);
      found.push({ start: at, end: end < 0 ? text.length : end + close.length });
      at = end < 0 ? -1 : text.indexOf(open, end + 1);
    }
    return found.filter(isSpeech(text));
  }
  const straight = [...text.matchAll(/"[^"]+"/gu)].map((match) => ({
    start: match.index,
    end: match.index + match[0].length,
  }));
  if (straight.length > 0) return straight.filter(isSpeech(text));
  return [...text.matchAll(/(?<![\p{L}\p{N}])[‘'](?=\p{Lu})(?:[^‘’']|[’'](?=\p{L}))+[’'](?![\p{L}])/gu)]
    .map((match) => ({ start: match.index, end: match.index + match[0].length }))
    .filter(isSpeech(text));
}

/**
 * Whether what stands in quotation marks is said, not a word that is mentioned: it has a stop or comma before
 * its end, or three words.
 */
function isSpeech(text: string): (quotation: Quotation) => boolean {
  return ({ start, end }) => {
    const isOpen = end === text.length && !/[”“»"’']$/u.test(text);
    const inner = text.slice(start + 1, end - 1).trim();
    if (isOpen) return inner !== '';
    return /[,.!?…–—]$/u.test(inner) || inner.split(/\s+/u).length > 3;
  };
}

function nameNear(before: string, after: string): string | undefined {
  const next = AFTER.exec(after)?.groups;
  const found = next?.who ?? next?.before ?? BEFORE.exec(before)?.groups?.who;
  return found === undefined ? undefined : tidy(found);
}

/** "JORY" and "Jory" are one; "the Keeper" and "the keeper" too. */
function tidy(name: string): string {
  const plain = name
    .replace(/\s+/gu, ' ')
    .replace(/['’]s$/u, '')
    .trim();
  if (PRONOUN.test(plain) || plain === 'I') return plain;
  if (plain === plain.toUpperCase())
    return plain.toLowerCase().replace(/(^|[\s-])\p{L}/gu, (letter) => letter.toUpperCase());
  return plain.replace(/^The\s/u, 'the ');
}
