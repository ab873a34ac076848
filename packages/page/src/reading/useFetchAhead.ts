import type { PlayerStatus } from '@aurelfield/player';
import { useCallback, useEffect, useState } from 'react';
import { canKeep } from '../kept.ts';
import type { SoundFiles } from '../sound/soundFiles.ts';

/** Milliseconds between two pieces of sound that are fetched ahead. */
const PAUSE = 700;
/** Milliseconds after opening in which the line is left to the first sound. */
const SETTLING = 2500;

/** How much of a reading is on this device. */
export interface Ahead {
  readonly done: number;
  readonly total: number;
  readonly isFetching: boolean;
  /** Fetches what is missing now. */
  readonly fetchNow: () => void;
}

/**
 * Fetches all of a reading's sound soon after it was opened, so that it plays later without a network. A
 * pupil who saves data gets it while it plays, or on request; where nothing can be kept, it is fetched ahead
 * while it plays.
 */
export function useFetchAhead(
  files: SoundFiles,
  total: number,
  playing: { status: PlayerStatus; sentence: number },
): Ahead {
  const [done, setDone] = useState(0);
  const [isFetching, setFetching] = useState(false);
  const fetchAll = useCallback(
    async (from: number, pause: number) => {
      setFetching(true);
      await files.fetchAhead(from, { pause, progress: setDone }).catch(() => undefined);
      setFetching(false);
    },
    [files],
  );
  useEffect(() => {
    if (!canKeep() || savesData()) return undefined;
    const timer = setTimeout(() => void fetchAll(0, PAUSE), SETTLING);
    return () => clearTimeout(timer);
  }, [fetchAll]);
  useEffect(() => {
    if (playing.status !== 'playing') return undefined;
    // The line is left to what is heard first; the pieces follow from where it plays.
    const timer = setTimeout(() => void fetchAll(files.segmentOf(playing.sentence), PAUSE), PAUSE);
    return () => clearTimeout(timer);
    // Begun once a play, not at every sentence.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the sentence at which it began is what counts
  }, [files, playing.status]);
  return { done, total, isFetching, fetchNow: () => void fetchAll(0, 0) };
}

/** Whether the pupil asked the browser to save data (Network Information API; not in Safari and Firefox). */
function savesData(): boolean {
  return (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;
}
