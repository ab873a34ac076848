import { sectionsOf, type ExportDocument, type Section } from '../exportDocument.ts';

/** A file of a book and the sound that goes with it. */
export interface BookPart extends Pick<Section, 'firstBlock' | 'endBlock' | 'from' | 'to'> {
  /** Sections that begin in it. */
  readonly sections: readonly Section[];
  /** Its sentences, from the first up to, not including, the last. */
  readonly firstSentence: number;
  readonly endSentence: number;
}

/** Words after which a new file begins: readers are slow with longer ones. */
const FULL = 4000;
/** Words that a file has at least before a section begins another: many tiny ones are slow too. */
const SHORT = 500;

/** An edition as files of a bearable length, each beginning with a block, most of them with a section. */
export function bookParts(exportDocument: ExportDocument): BookPart[] {
  const { sentences, timeline, blocks } = exportDocument;
  const sections = sectionsOf(exportDocument);
  const begins = new Set(sections.map(({ firstBlock }) => firstBlock));
  const parts: { firstBlock: number; firstSentence: number; from: number }[] = [];
  let words = Infinity;
  sentences.forEach(({ block, words: own }, nth) => {
    const isNewBlock = sentences[nth - 1]?.block !== block;
    const last = parts.at(-1);
    const beginsSection = isNewBlock && reached(begins, sentences[nth - 1]?.block ?? -1, block);
    if (!last || (isNewBlock && words > (beginsSection ? SHORT : FULL))) {
      parts.push({ firstBlock: block, firstSentence: nth, from: timeline.sentences[nth]?.from ?? 0 });
      words = 0;
    }
    words += own.length;
  });
  if (parts.length === 0) parts.push({ firstBlock: 0, firstSentence: 0, from: 0 });
  return parts.map((part, nth) => {
    const next = parts[nth + 1];
    const [firstBlock, endBlock] = [nth === 0 ? 0 : part.firstBlock, next?.firstBlock ?? blocks.length];
    return {
      firstBlock,
      endBlock,
      from: nth === 0 ? 0 : part.from,
      to: next?.from ?? timeline.samples,
      firstSentence: part.firstSentence,
      endSentence: next?.firstSentence ?? sentences.length,
      sections: sections.filter((one) => one.firstBlock >= firstBlock && one.firstBlock < endBlock),
    };
  });
}

/** Whether a section begins after one block and up to another. */
function reached(begins: ReadonlySet<number>, after: number, upTo: number): boolean {
  for (let block = after + 1; block <= upTo; block++) if (begins.has(block)) return true;
  return false;
}

/**
 * A word of a part and when it is heard until the next one begins: laid end to end, so that players that go
 * from clip to clip leave no pause out. Samples of the part.
 */
export interface OverlayClip {
  readonly sentence: number;
  readonly word: number;
  readonly from: number;
  readonly to: number;
}

/** The clips of a part. Words that last less than a millisecond go with the one before. */
export function overlayClips({ sentences, timeline }: ExportDocument, part: BookPart): OverlayClip[] {
  const shortest = Math.ceil(timeline.sampleRate / 1000) * 2;
  const clips: { sentence: number; word: number; from: number; to: number }[] = [];
  for (let nth = part.firstSentence; nth < part.endSentence; nth++) {
    const words = timeline.sentences[nth]?.words ?? [];
    for (let word = 0; word < (sentences[nth]?.words.length ?? 0); word++) {
      const from = Math.max(0, (words[word]?.from ?? part.from) - part.from);
      const last = clips.at(-1);
      if (last && from - last.from < shortest) continue;
      if (last) last.to = from;
      clips.push({ sentence: nth, word, from: last ? from : 0, to: part.to - part.from });
    }
  }
  return clips;
}
