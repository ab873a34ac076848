import type { Handout, LeftOutView, Pupil, Reading, ReadingSentence, TextView } from '@aurelfield/api';
import { useMemo } from 'react';
import { useDoubtful, useLeftOut } from '../../api/doubtQueries.ts';
import { useDecided } from '../../api/listeningQueries.ts';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import { isWorthChecking, notesOf, type Note } from './notes.ts';

const NOTHING_LEFT_OUT: readonly LeftOutView[] = [];

/** Notes of all blocks, by their number: those worth a look, or all. */
export function useNotes(
  handout: Handout,
  pupil: Pupil,
  reading: Reading,
  text: TextView,
  track: ReadingTrack,
  all: boolean,
): ReadonlyMap<number, readonly Note[]> {
  const decided = useDecided(reading.id).data;
  const leftOut = useLeftOut(reading.id).data;
  // Pronunciations are requested only after all sentences are made: listening goes first.
  const doubtful = useDoubtful(handout.id, reading.duration === null ? undefined : pupil.id).data;
  return useMemo(() => {
    const words = new Set((doubtful?.words ?? []).map(({ written }) => written.toLowerCase()));
    const byBlock = new Map<number, ReadingSentence[]>();
    for (const sentence of track.sentences) {
      const own = byBlock.get(sentence.block);
      if (own) own.push(sentence);
      else byBlock.set(sentence.block, [sentence]);
    }
    const notes = new Map<number, readonly Note[]>();
    text.blocks.forEach((block, index) => {
      const found = notesOf(block, index, byBlock.get(index) ?? [], {
        decided,
        doubtful: words,
        leftOut: leftOut ?? NOTHING_LEFT_OUT,
      });
      const shown = all ? found : found.filter(isWorthChecking);
      if (shown.length > 0) notes.set(index, shown);
    });
    return notes;
  }, [decided, leftOut, doubtful, text, track, all]);
}
