import { secondsOf, type ExportDocument } from '../exportDocument.ts';

/**
 * Characters of a line, lines of a caption, and the least time for which one is shown. Common practice for
 * captions (for example the BBC's subtitle guidelines: 37 to 42 characters, two lines), from memory.
 */
const LINE = 42;
const LINES = 2;
const SHORTEST = 0.8;

/** A word of a caption with the signs around it. */
interface CaptionWord {
  readonly text: string;
  /** Seconds. */
  readonly from: number;
}

/** What is shown at once. */
export interface Caption {
  /** Words by line. */
  readonly lines: readonly (readonly CaptionWord[])[];
  /** Seconds. */
  readonly from: number;
  readonly to: number;
}

interface Draft {
  words: CaptionWord[];
  from: number;
  to: number;
}

/**
 * The captions of an edition: a sentence each, long ones divided at words, those that are heard too shortly
 * joined with their neighbours or shown a little longer.
 */
export function captionsOf(exportDocument: ExportDocument): Caption[] {
  const drafts = exportDocument.sentences.flatMap((_sentence, nth) => draftsOf(exportDocument, nth));
  const whole = secondsOf(exportDocument, exportDocument.timeline.samples);
  const long = withoutShort(drafts, whole);
  return long.map(({ words, from, to }) => ({ lines: wrapped(words), from, to }));
}

function draftsOf(exportDocument: ExportDocument, nth: number): Draft[] {
  const sentence = exportDocument.sentences[nth];
  const timed = exportDocument.timeline.sentences[nth];
  if (!sentence || !timed) return [];
  const text = exportDocument.blocks[sentence.block]?.text ?? '';
  const second = (samples: number) => secondsOf(exportDocument, samples);
  const words = sentence.words.flatMap(({ start }, i): CaptionWord[] => {
    const begin = i === 0 ? sentence.start : start;
    const end = sentence.words[i + 1]?.start ?? sentence.end;
    const from = second(timed.words[i]?.from ?? timed.from);
    return piecesOf(text.slice(begin, end).replace(/\s+/gu, ' ').trim()).map((piece) => ({
      text: piece,
      from,
    }));
  });
  if (words.length === 0) return [];
  const parts = divided(words);
  return parts.map((own, i) => ({
    words: own,
    from: i === 0 ? second(timed.from) : (own[0]?.from ?? 0),
    to: parts[i + 1]?.[0]?.from ?? second(timed.to),
  }));
}

/** A text cut into pieces that fit on a line. */
function piecesOf(text: string): string[] {
  if (text === '') return [];
  const signs = [...text];
  return Array.from({ length: Math.ceil(signs.length / LINE) }, (_, i) => signs.slice(i * LINE, (i + 1) * LINE).join('')); // prettier-ignore
}

/** Words in as many captions as they need, about alike in length, rather behind a comma than elsewhere. */
function divided(words: readonly CaptionWord[]): CaptionWord[][] {
  const total = lengthOf(words);
  const count = Math.ceil(total / (LINE * LINES));
  const wanted = total / count;
  const parts: CaptionWord[][] = [[]];
  for (const word of words) {
    const part = parts[parts.length - 1] ?? [];
    const isFull = part.length > 0 && wrapped([...part, word]).length > LINES;
    const isLong = lengthOf(part) >= wanted * (/[,;:–—]$/u.test(part.at(-1)?.text ?? '') ? 0.8 : 1);
    if (isFull || (isLong && parts.length < count)) parts.push([word]);
    else part.push(word);
  }
  return parts;
}

function lengthOf(words: readonly CaptionWord[]): number {
  return words.reduce((sum, { text }) => sum + [...text].length + 1, -1);
}

/** Lines of at most {@link LINE} characters. */
function wrapped(words: readonly CaptionWord[]): CaptionWord[][] {
  const lines: CaptionWord[][] = [[]];
  for (const word of words) {
    const line = lines[lines.length - 1] ?? [];
    if (line.length > 0 && lengthOf([...line, word]) > LINE) lines.push([word]);
    else line.push(word);
  }
  return lines;
}

/**
 * Captions of which each is shown long enough: into the pause that follows, joined with a neighbour where
 * both fit, otherwise into the next one's time.
 */
function withoutShort(drafts: readonly Draft[], whole: number): Draft[] {
  const kept: Draft[] = [];
  const fits = (one: Draft, other: Draft) => wrapped([...one.words, ...other.words]).length <= LINES;
  for (let i = 0; i < drafts.length; i++) {
    const draft = { ...(drafts[i] as Draft) };
    const next = drafts[i + 1];
    const limit = next?.from ?? whole;
    const last = kept.at(-1);
    if (last && draft.from < last.to) draft.from = last.to;
    if (draft.to - draft.from < SHORTEST) draft.to = Math.min(Math.max(draft.to, draft.from + SHORTEST), Math.max(limit, draft.to)); // prettier-ignore
    if (draft.to - draft.from >= SHORTEST) {
      kept.push(draft);
      continue;
    }
    if (next && fits(draft, next)) {
      (drafts as Draft[])[i + 1] = { words: [...draft.words, ...next.words], from: draft.from, to: next.to };
      continue;
    }
    if (last && fits(last, draft)) {
      last.words = [...last.words, ...draft.words];
      last.to = Math.max(last.to, draft.to);
      continue;
    }
    draft.to = draft.from + SHORTEST;
    kept.push(draft);
  }
  return kept;
}
