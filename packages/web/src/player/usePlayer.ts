import { readingSentenceSchema, type Reading, type ReadingSentence } from '@aurelfield/api';
import { Track } from '@aurelfield/core';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { z } from 'zod';
import { ask } from '../api/client.ts';
import { recall, remember } from '../ui/memory.ts';
import { ReadingPlayer, type Place, type PlayerState, type ReadingTrack } from './readingPlayer.ts';

const sentences = z.array(readingSentenceSchema);
const PAGE = 1000;
/** Sentences that are asked for beside those that are expected to be made. */
const SPARE = 30;

/** Where a listener stopped, kept in this browser by handout and pupil. */
const placeKey = (reading: Reading) => `aurelfield:place:${reading.handoutId}:${reading.pupilId}`;

const placeSchema = z.object({ block: z.number(), offset: z.number() });

function fetchPage(readingId: string, from: number, count = PAGE) {
  return ask(sentences, `/readings/${readingId}/sentences?from=${from}&to=${from + Math.min(count, PAGE)}`);
}

async function fetchPlanned(readingId: string): Promise<ReadingSentence[]> {
  const all: ReadingSentence[] = [];
  for (;;) {
    const page = await fetchPage(readingId, all.length);
    all.push(...page);
    if (page.length < PAGE) return all;
  }
}

/**
 * A player for a reading, with its sentences taken in as they are planned and made, and its place kept.
 * @param reading the reading as opened; `progress` the latest that is known of it.
 */
export function usePlayer(
  reading: Reading,
  progress: Reading,
): { player: ReadingPlayer | undefined; error: Error | undefined } {
  const [player, setPlayer] = useState<ReadingPlayer>();
  const [error, setError] = useState<Error>();

  useEffect(() => {
    let made: ReadingPlayer | undefined;
    let left = false;
    fetchPlanned(reading.id)
      .then((first) => {
        if (left) return;
        const track = new Track(reading.sampleRate, first);
        made = new ReadingPlayer(
          {
            make: (from, to) =>
              ask(sentences, `/readings/${reading.id}/sentences/make`, {
                method: 'POST',
                json: { from, to },
              }),
            audioUrl: (from, to) => `/api/readings/${reading.id}/audio.wav?from=${from}&to=${to}`,
          },
          track,
          recallPlace(reading, track),
        );
        setPlayer(made);
        void made.prepare();
      })
      .catch((failure: unknown) => {
        if (!left) setError(failure instanceof Error ? failure : new Error(String(failure)));
      });
    return () => {
      left = true;
      if (made) keepPlace(reading, made);
      made?.dispose();
      setPlayer(undefined);
      setError(undefined);
    };
  }, [reading]);

  useEffect(() => {
    if (!player) return;
    const keep = () => keepPlace(reading, player);
    const stop = player.subscribe(keep);
    window.addEventListener('pagehide', keep);
    return () => {
      stop();
      window.removeEventListener('pagehide', keep);
    };
  }, [player, reading]);

  const { made, sentences: planned, duration } = progress;
  const learnt = useRef(0);
  useEffect(() => {
    if (!player) return;
    let left = false;
    const { track } = player;
    const from = track.firstUnmade;
    if (from >= planned) return;
    // Sentences are made in order, more or less: so many as came to be made since are asked for, and all when it is complete.
    const count =
      duration === null ? Math.max(made - learnt.current, planned - track.sentences.length) + SPARE : PAGE;
    fetchPage(reading.id, from, count)
      .then((page) => {
        if (left) return;
        learnt.current = made;
        player.learn(page);
      })
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [player, reading.id, made, planned, duration]);

  return { player, error };
}

/** The player's state, rendered anew when it changes. */
export function usePlayerState(player: ReadingPlayer): PlayerState {
  return useSyncExternalStore(player.subscribe, () => player.state);
}

/** The player's sentences, rendered anew when more is known of them. */
export function useTrack(player: ReadingPlayer): ReadingTrack {
  return useSyncExternalStore(player.subscribe, () => player.track);
}

function keepPlace(reading: Reading, player: ReadingPlayer): void {
  const { sentence, word } = player.place;
  const found = player.track.sentences[sentence];
  if (!found) return;
  // Kept as a place in the text, not as a number of a sentence: it outlasts a change of voice, pace or rules.
  const place = { block: found.block, offset: found.words[word]?.start ?? found.start };
  remember(placeKey(reading), place);
}

function recallPlace(reading: Reading, track: ReadingTrack): Place {
  const stored = placeSchema.safeParse(recall(placeKey(reading)));
  if (!stored.success) return { sentence: 0, word: 0 };
  const { block, offset } = stored.data;
  const sentence = track.sentences.findIndex(
    (candidate) => candidate.block === block && offset < candidate.end,
  );
  if (sentence < 0) return { sentence: 0, word: 0 };
  const word = track.sentences[sentence]?.words.findLastIndex(({ start }) => start <= offset) ?? 0;
  return { sentence, word: Math.max(0, word) };
}
