import {
  piecesBetween,
  shiftedSentence,
  silence,
  toSamples,
  type Piece,
  type TimedSentence,
} from '@aurelfield/core/timeline';
import type { ExportDocument, ExportDocumentSentence } from '../exportDocument.ts';
import { derivedUrn } from '../tools/derivedUrn.ts';

/** How sentences are repeated for saying them along. */
export interface Repeating {
  /** How often each is heard, 2 or 3. */
  readonly times: number;
  /** Silence after each time, as a multiple of how long the sentence lasts. */
  readonly gap: number;
}

/** An edition in which each sentence is heard several times, each time with a gap to say it in. */
export function repeatedExportDocument(
  exportDocument: ExportDocument,
  { times, gap }: Repeating,
): ExportDocument {
  const { timeline } = exportDocument;
  const pieces: Piece[] = [];
  const timed: TimedSentence[] = [];
  const sentences: ExportDocumentSentence[] = [];
  let at = 0;
  const shortest = toSamples(0.6, timeline.sampleRate);
  let nextPiece = 0;
  let pieceStart = 0;
  timeline.sentences.forEach((sentence, nth) => {
    const own = exportDocument.sentences[nth];
    if (!own) return;
    const length = sentence.to - sentence.from;
    const pause = Math.max(shortest, Math.round(length * gap));
    // Pieces before the sentence are passed once, not looked through again for each sentence.
    for (;;) {
      const piece = timeline.pieces[nextPiece];
      if (!piece || pieceStart + piece.to - piece.from > sentence.from) break;
      pieceStart += piece.to - piece.from;
      nextPiece += 1;
    }
    const said = piecesBetween(
      timeline.pieces.slice(nextPiece, nextPiece + MOST_PIECES),
      sentence.from - pieceStart,
      sentence.to - pieceStart,
    );
    for (let time = 0; time < times; time++) {
      pieces.push(...said, silence(pause));
      timed.push(shiftedSentence(sentence, at - sentence.from));
      sentences.push(own);
      at += length + pause;
    }
  });
  return {
    ...exportDocument,
    facts: {
      ...exportDocument.facts,
      identifier: derivedUrn(exportDocument.facts.identifier, `repeated ${times} ${gap}`),
    },
    sentences,
    timeline: { sampleRate: timeline.sampleRate, samples: at, pieces, sentences: timed },
  };
}

/** Pieces that a sentence can have: one for each stretch between its pauses. */
const MOST_PIECES = 2000;
