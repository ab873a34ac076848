import { renderPiece } from '@aurelfield/core/audio';
import {
  lengthOf,
  shiftedSentence,
  silence,
  toSamples,
  type Piece,
  type TimedSentence,
} from '@aurelfield/core/timeline';
import type { ExportDocument, ExportDocumentBlock, ExportDocumentSentence } from '../exportDocument.ts';
import { FormatError } from '../format.ts';
import { samplesOfSound, soundOfRecording, soundPiece, type SoundId } from '../sounds.ts';

export interface Joining {
  readonly title: string;
  /** A URN of its own. */
  readonly identifier: string;
  /** Seconds of silence between two. */
  readonly pause: number;
  readonly opening?: SoundId | undefined;
  readonly closing?: SoundId | undefined;
}

/** Seconds between a sound that opens or closes and what is read. */
const AFTER_SOUND = 0.8;

/**
 * Several editions one after the other as one: blocks, sentences and sound in their order. Each begins a
 * section, by its own first heading or one with its title.
 * @throws FormatError when there are none, or their sound has different rates.
 */
export function joinedExportDocument(
  exportDocuments: readonly ExportDocument[],
  joining: Joining,
): ExportDocument {
  const [first] = exportDocuments;
  if (!first) throw new FormatError('There is nothing to join. Choose at least one handout.');
  const { sampleRate } = first.timeline;
  if (exportDocuments.some(({ timeline }) => timeline.sampleRate !== sampleRate))
    throw new FormatError(
      'These readings are in voices whose sound has different rates and cannot be joined. Save them one by one, or give the pupil voices of one kind.',
    );
  const blocks: ExportDocumentBlock[] = [];
  const sentences: ExportDocumentSentence[] = [];
  const timed: TimedSentence[] = [];
  const pieces: Piece[] = [];
  let at = 0;
  const add = (piece: Piece) => {
    pieces.push(piece);
    at += lengthOf(piece);
  };
  const rest = (seconds: number) => add(silence(toSamples(seconds, sampleRate)));
  if (joining.opening) {
    add(soundPiece(joining.opening, sampleRate));
    rest(AFTER_SOUND);
  }
  exportDocuments.forEach((exportDocument, nth) => {
    if (nth > 0) rest(joining.pause);
    const [firstBlock, start] = [blocks.length, at];
    blocks.push(...exportDocument.blocks);
    sentences.push(...exportDocument.sentences.map((one) => ({ ...one, block: one.block + firstBlock })));
    timed.push(...exportDocument.timeline.sentences.map((one) => shiftedSentence(one, start)));
    exportDocument.timeline.pieces.forEach(add);
  });
  if (joining.closing) {
    rest(AFTER_SOUND);
    add(soundPiece(joining.closing, sampleRate));
  }
  return {
    facts: {
      ...first.facts,
      title: joining.title,
      identifier: joining.identifier,
      lexicon: [...new Set(exportDocuments.flatMap(({ facts }) => facts.lexicon))],
    },
    blocks,
    sentences,
    timeline: { sampleRate, samples: at, pieces, sentences: timed },
    render: (wanted) => rendered(wanted, sampleRate, exportDocuments),
  };
}

/** Pieces of several editions: each stretch by the edition whose clips it is cut from. */
async function* rendered(
  pieces: readonly Piece[],
  sampleRate: number,
  exportDocuments: readonly ExportDocument[],
): AsyncGenerator<Uint8Array> {
  const owners = new Map<string, ExportDocument>();
  for (const exportDocument of exportDocuments)
    for (const { source } of exportDocument.timeline.pieces)
      if (source.kind === 'clip' && !owners.has(source.key)) owners.set(source.key, exportDocument);
  const [anybody] = exportDocuments;
  let waiting: Piece[] = [];
  let owner: ExportDocument | undefined;
  const flush = async function* () {
    const by = owner ?? anybody;
    if (waiting.length > 0 && by) yield* by.render(waiting);
    waiting = [];
  };
  for (const piece of pieces) {
    const { source } = piece;
    const sound = source.kind === 'recording' ? soundOfRecording(source.id) : undefined;
    if (sound !== undefined) {
      yield* flush();
      const pcm = renderPiece(piece, samplesOfSound(sound, sampleRate));
      yield new Uint8Array(pcm.buffer, pcm.byteOffset, pcm.byteLength);
      continue;
    }
    const own = source.kind === 'clip' ? owners.get(source.key) : owner;
    if (own !== owner) {
      yield* flush();
      owner = own;
    }
    waiting.push(piece);
  }
  yield* flush();
}
