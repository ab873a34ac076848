import type { CleanUp } from '../imported.ts';
import type { RecognisedWord } from './hocr.ts';

/**
 * Small words that recognisers join to others where gaps are narrow; no other words of one or two letters are
 * believed.
 */
const SMALL = new Set('a i am an as at be by do go he if in is it me my no of on or so to up us we and are but for had has her his its not she the was you'.split(' ')); // prettier-ignore
/** Of them those that end no name. */
const SURE = new Set(['a', 'and', 'his', 'is', 'it', 'of', 'the', 'to', 'was', 'we', 'you']);
/** Longer runs of letters are no words of any language. */
const LONGEST = 40;
/** What is no word for sure is as doubtful as this at most. */
const ODD = 60;
/** Signs less sure than this may be specks. */
const UNSURE = 50;
/** A sign of punctuation inside a word, or a figure beside letters that is none of a unit. */
const INSIDE =
  /[\p{L}\p{N}][,;?!’"*%{}[\]|~=+][\p{L}\p{N}]|\p{L}\d\p{L}|[{}|~¢©®«»§¥€$]\p{L}|\p{L}[{}|~¢©®«»§¥]/u;
const RAISED = /^(?:\d*(?:[mck]?m|dm))[?*’”"'°]$/u;

/**
 * Words as a reader would correct them without asking: "ofa" → "of", "a"; "2eggs" → "2", "eggs"; a bar before
 * a word is an I. What is no word and has no such cause is made doubtful, however sure the recogniser was.
 * @param cleanUps where what was done is noted.
 */
export function mended(
  words: readonly RecognisedWord[],
  isWord: (word: string) => boolean,
  cleanUps: CleanUp[],
): RecognisedWord[] {
  const note = (before: string, after: string) =>
    cleanUps.push({ rule: 'words parted', block: 0, before, after });
  const strokes = words.filter(isStroke);
  if (strokes.length > 0)
    cleanUps.push({
      rule: 'specks taken out',
      block: 0,
      before: strokes.map(({ text }) => text).join(' '),
      after: '',
    });
  const single = words.filter(
    (word) => !strokes.includes(word) && !words.some((other) => covers(other, word)),
  );
  // What the list does not know of a page in another language says nothing.
  if (!isOfList(words, isWord)) return single;
  return withoutPoints(single).flatMap((word, i) => {
    const { text } = word;
    const next = single[i + 1]?.line === word.line ? single[i + 1] : undefined;
    const before = single[i - 1]?.line === word.line ? single[i - 1] : undefined;
    if (/^[xX]$/u.test(text) && isFactor(before?.text) && isFactor(next?.text)) return { ...word, text: '×' };
    // No unit is called I: it was a J, or a bar.
    if (text === 'I' && FIGURES.test(before?.text ?? ''))
      return { ...word, confidence: Math.min(word.confidence, ODD) };
    if (/^[|¦]$/u.test(text) && next && /^\p{Ll}/u.test(next.text)) return { ...word, text: 'I' };
    const mistaken = MISTAKEN.exec(text);
    if (mistaken && !isWord(text.toLowerCase())) {
      const [, sign = '', unit = '', rest = ''] = mistaken;
      const doubtful = { ...word, confidence: Math.min(word.confidence, ODD) };
      note(text, `${LIKE_FIGURE[sign] ?? ''} ${unit}`);
      return [
        { ...part(doubtful, 0, 1), text: LIKE_FIGURE[sign] ?? sign },
        { ...part(doubtful, 1, text.length), text: unit + rest },
      ];
    }
    const apart = wordsIn(text, isWord);
    if (apart) {
      note(text, apart.join(' '));
      let from = 0;
      return apart.map((piece) => part(word, from, (from += piece.length)));
    }
    return isOdd(text, next?.text, isWord) ? { ...word, confidence: Math.min(word.confidence, ODD) } : word;
  });
}

/**
 * Figures in rows of figures that have no point although many of the others have one are doubtful: a
 * recogniser drops points first.
 */
function withoutPoints(words: readonly RecognisedWord[]): RecognisedWord[] {
  const lines: RecognisedWord[][] = [];
  for (const word of [...words].sort((a, b) => a.baseline - b.baseline)) {
    const line = lines.at(-1);
    if (line && word.baseline - (line[0]?.baseline ?? 0) < word.size / 2) line.push(word);
    else lines.push([word]);
  }
  const figures = lines.flatMap((line) => {
    const inLine = line.filter(({ text }) => FIGURES.test(text));
    return inLine.length >= 2 && inLine.length >= line.length / 2 ? inLine : [];
  });
  const pointed = figures.filter(({ text }) => /\d[.,]\d/u.test(text)).length;
  if (pointed < ROW || pointed < figures.length * POINTED) return [...words];
  const unpointed = new Set(figures.filter(({ text }) => /^[-−–]?\d{2,}$/u.test(text)));
  return words.map((word) =>
    unpointed.has(word) ? { ...word, confidence: Math.min(word.confidence, ODD) } : word,
  );
}
const ROW = 3;
const POINTED = 1 / 3;

/** Whether a page is in the language of the list of words: most of its small-letter words are in it. */
function isOfList(words: readonly RecognisedWord[], isWord: (word: string) => boolean): boolean {
  const plain = words.flatMap(({ text }) => /^\p{Ll}{3,}$/u.exec(text)?.[0] ?? []);
  return plain.length < FEW || plain.filter((word) => isKnown(word, isWord)).length > plain.length / 2;
}
/** Fewer words than this tell no language. */
const FEW = 20;

/** Whether something is a stroke of nothing: it would tie together what stands on both sides of a gap. */
function isStroke({ text, confidence }: RecognisedWord): boolean {
  return confidence < UNSURE && /^[~^`\\/_=—–-]{1,3}$/u.test(text);
}

/**
 * Whether a letter or two lie within another word that was read at the same place, and more surely:
 * recognisers read some places twice.
 */
function covers(other: RecognisedWord, word: RecognisedWord): boolean {
  if (other === word || other.width * other.height <= word.width * word.height * 1.5) return false;
  if (word.text.length > 2 || other.confidence < word.confidence + 10) return false;
  const wide = Math.min(other.x + other.width, word.x + word.width) - Math.max(other.x, word.x);
  const high = Math.min(other.y + other.height, word.y + word.height) - Math.max(other.y, word.y);
  return wide > 0 && high > 0 && wide * high > word.width * word.height * 0.7;
}

/**
 * The words that were read as one: "ofa", "2eggs", "Layitinadish"; undefined in what is one word, or cannot
 * be split for sure.
 */
function wordsIn(text: string, isWord: (word: string) => boolean): string[] | undefined {
  const [, end, start] = /^(\p{L}*\p{Ll}{2}[.!?]|\p{L}{2,3}\.)(\p{Lu}\p{Ll}+)$/u.exec(text) ?? [];
  if (end !== undefined && start !== undefined && isWord(start.toLowerCase())) return [end, start];
  const [, mine] = OF_ME.exec(text) ?? [];
  if (mine !== undefined) return ['I', mine];
  const [, amount, unit] = AMOUNT.exec(text) ?? [];
  if (amount !== undefined && unit !== undefined) return [amount, unit];
  const [, stem = '', rest = ''] = /^([\p{L}\p{N}]+)([.,;:!?’”)]*)$/u.exec(text) ?? [];
  if (stem.length < 3 || stem.length > LONGEST || isWord(stem.toLowerCase())) return undefined;
  const [, count, counted = ''] = /^(\d+)(\p{Ll}{4,})$/u.exec(stem) ?? [];
  if (count !== undefined) return isWord(counted) ? [count, counted + rest] : undefined;
  if (!/^\p{L}\p{Ll}+$/u.test(stem)) return undefined;
  const words = fewestWords(stem, isWord);
  if (!words || words.length < 2) return undefined;
  // Two words may be a name: Marrowby, Overton. Three are none.
  const isName = /^\p{Lu}/u.test(stem) || !words.some((word) => SURE.has(word));
  if (words.length === 2 && isName) return undefined;
  if (!words.some((word) => SMALL.has(word.toLowerCase()))) return undefined;
  return [...words.slice(0, -1), (words.at(-1) ?? '') + rest];
}

const FIGURES = /^[-−–]?\p{N}+(?:[.,]\p{N}+)?$/u;
/** Units that no word is taken for. */
const AMOUNT = /^(\d+(?:[.,]\d+)?)((?:min|kg|mg|mm|cm|km|ml|kPa|Hz|kW|MW|kJ|kN|mph)[²³]?[.,;:)]*)$/u;

/** Figures before a unit that were taken for letters. */
const LIKE_FIGURE: Readonly<Record<string, string>> = { o: '0', O: '0', S: '5', l: '1', I: '1' };
const MISTAKEN = /^([oOSlI])(min|kg|mg|mm|cm|km|ml)([.,;:)]*)$/u;
/** What a sentence says of whoever tells it: "Ido". */
const OF_ME = /^I(am|do|did|was|had|have|can|could|will|would|see|saw|think|know|like|want)$/u;

/** Whether a times sign can stand beside it: "4.2", "10³", "3)". */
function isFactor(text: string | undefined): boolean {
  return /^\(?[\d.,]+[⁰¹²³⁴⁵⁶⁷⁸⁹]*[?*’”"'°%]?[.,;:)]*$/u.test(text ?? '');
}

/** The fewest known words that make up a run of letters. */
function fewestWords(letters: string, isWord: (word: string) => boolean): string[] | undefined {
  const ways: (string[] | undefined)[] = [[]];
  for (let end = 1; end <= letters.length; end++)
    for (let start = 0; start < end; start++) {
      const before = ways[start];
      const piece = letters.slice(start, end);
      const low = piece.toLowerCase();
      const isKnown = piece.length <= 2 ? SMALL.has(low) : SMALL.has(low) || isWord(low);
      if (!before || !isKnown || before.length + 1 >= (ways[end]?.length ?? Infinity)) continue;
      ways[end] = [...before, piece];
    }
  return ways[letters.length];
}

function part(word: RecognisedWord, from: number, to: number): RecognisedWord {
  const { text, x, width } = word;
  return {
    ...word,
    text: text.slice(from, to),
    x: x + (width * from) / text.length,
    width: (width * (to - from)) / text.length,
  };
}

/**
 * Whether a recognised word is none: letters and signs mixed, a raised figure read as a mark, or small
 * letters that no word has.
 */
function isOdd(text: string, next: string | undefined, isWord: (word: string) => boolean): boolean {
  if (INSIDE.test(text)) return true;
  // A colon between figures that are no time of day, a ratio or a verse: a dot with dirt.
  if (/^\d{2,}:\d$/u.test(text)) return true;
  if (FORMULA.test(text) || /^[#@*&]\d/u.test(text)) return true;
  if (RAISED.test(text) && (next === undefined || /^[\p{Ll}(]/u.test(next) || !/\?$/u.test(text)))
    return true;
  const [, stem = ''] = /^[("‘“']*(\p{Ll}{2,})[.,;:!?’”')]*$/u.exec(text) ?? [];
  return stem !== '' && !isKnown(stem, isWord);
}

/** A formula whose lowered figure was read as a mark. */
const FORMULA = /^(?:CO|NH|CH|SiO)[,;:.]$/u;

/** British spellings that a list of American words has otherwise. */
const BRITISH: readonly (readonly [RegExp, string])[] = [
  [/our/u, 'or'],
  [/re(?=s?$)/u, 'er'],
  [/is(?=e[ds]?$|ing$|ations?$)/u, 'iz'],
  [/ys(?=e[ds]?$|ing$)/u, 'yz'],
  [/ll(?=ed$|ing$|ers?$)/u, 'l'],
  [/ae|oe/u, 'e'],
  [/ogue(?=s?$)/u, 'og'],
  [/nce(?=s?$)/u, 'nse'],
];

/** Whether a word, what it is a form of, or its American spelling is in the list. */
function isKnown(word: string, isWord: (word: string) => boolean): boolean {
  const plain = word.normalize('NFD').replace(/\p{M}/gu, '');
  const spellings = [word, plain, ...BRITISH.map(([from, to]) => plain.replace(from, to))];
  return spellings.some((one) =>
    [
      one,
      one.replace(/s$/u, ''),
      one.replace(/(?:ed|es|ing|ly|er)$/u, ''),
      one.replace(/(?:ed|ing|er)$/u, 'e'),
      one.replace(/ies$/u, 'y'),
    ].some(isWord),
  );
}
