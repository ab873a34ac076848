import { readingSentenceSchema, type Reading, type ReadingSentence } from '@aurelfield/api';
import { Track } from '@aurelfield/core/timeline';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { z } from 'zod';
import { ask } from '../api/client.ts';
import { recall, remember } from '../storage/memory.ts';
import { ReadingPlayer, type Place, type PlayerState } from '@aurelfield/player';

const sentences = z.array(readingSentenceSchema);
const PAGE = 1000;
/** Sentences that are asked for beside those that are expected to be made. */
const SPARE = 30;

/** The sentences of a reading, one after the other. */
export type ReadingTrack = Track<ReadingSentence>;

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

/** What a reading hands over to the one that takes its place: where it was, and whether it played. */
export interface HandOver {
  readonly place: z.infer<typeof placeSchema>;
  readonly isPlaying: boolean;
}

/**
 * A player for a reading, with its sentences taken in as they are planned and made, and its place kept.
 * @param reading the reading as opened; `progress` the latest that is known of it.
 * @param handOver where the reading before was: the next goes on there, to the word.
 */
export function usePlayer(
  reading: Reading,
  progress: Reading,
  handOver: { current: HandOver | undefined },
): { player: ReadingPlayer | undefined; error: Error | undefined } {
  const [player, setPlayer] = useState<ReadingPlayer>();
  const [error, setError] = useState<Error>();
  // Of a reading that is asked for again only the name counts: it is the same reading.
  const { id, sampleRate } = reading;
  const key = placeKey(reading);

  useEffect(() => {
    let made: ReadingPlayer | undefined;
    let left = false;
    fetchPlanned(id)
      .then((first) => {
        if (left) return;
        const track = new Track(sampleRate, first);
        made = new ReadingPlayer(
          {
            make: (from, to) =>
              ask(sentences, `/readings/${id}/sentences/make`, {
                method: 'POST',
                json: { from, to },
              }),
            audioUrl: (from, to) => `/api/readings/${id}/audio.wav?from=${from}&to=${to}`,
          },
          track,
          placeIn(track, handOver.current?.place ?? recalledPlace(key)),
        );
        setPlayer(made);
        const goesOn = handOver.current?.isPlaying === true;
        handOver.current = undefined;
        void (goesOn ? made.play() : made.prepare());
      })
      .catch((failure: unknown) => {
        if (!left) setError(failure instanceof Error ? failure : new Error(String(failure)));
      });
    return () => {
      left = true;
      if (made) {
        keepPlace(key, made);
        const place = placeOf(made);
        const isPlaying = made.state.status === 'playing' || made.state.status === 'loading';
        if (place) handOver.current = { place, isPlaying };
      }
      made?.dispose();
      setPlayer(undefined);
      setError(undefined);
    };
  }, [id, sampleRate, key, handOver]);

  useEffect(() => {
    if (!player) return;
    const keep = () => keepPlace(key, player);
    const stop = player.subscribe(keep);
    window.addEventListener('pagehide', keep);
    return () => {
      stop();
      window.removeEventListener('pagehide', keep);
    };
  }, [player, key]);

  const { made, sentences: planned, duration } = progress;
  const learnt = useRef(0);
  useEffect(() => {
    if (!player) return;
    let left = false;
    const { track } = player;
    const known = track.sentences.length;
    const from = track.firstUnmade;
    if (from >= planned) return;
    // Sentences are made in order, more or less: so many as came to be made since are asked for, and all when
    // it is complete. Those that were planned since the last time stand at the end.
    const count = duration === null ? made - learnt.current + SPARE : PAGE;
    const pages = [
      fetchPage(reading.id, from, count),
      ...(planned > known ? [fetchPage(reading.id, known)] : []),
    ];
    Promise.all(pages)
      .then((fetched) => {
        if (left) return;
        learnt.current = made;
        for (const page of fetched.reverse()) player.learn(page);
      })
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [player, reading.id, made, planned, duration]);

  return { player, error };
}

/** The player's state; renders when it changes. */
export function usePlayerState(player: ReadingPlayer): PlayerState {
  return useSyncExternalStore(player.subscribe, () => player.state);
}

/** The player's sentences; renders when more is known. */
export function useTrack(player: ReadingPlayer): ReadingTrack {
  return useSyncExternalStore(player.subscribe, () => player.track);
}

function keepPlace(key: string, player: ReadingPlayer): void {
  const place = placeOf(player);
  if (place) remember(key, place);
}

/**
 * Where a player is, as a place in the text, not as a number of a sentence: it outlasts a change of voice,
 * pace or rules.
 */
function placeOf(player: ReadingPlayer): HandOver['place'] | undefined {
  const { sentence, word } = player.place;
  const found = player.track.sentences[sentence];
  return found && { block: found.block, offset: found.words[word]?.start ?? found.start };
}

function recalledPlace(key: string): HandOver['place'] | undefined {
  return placeSchema.safeParse(recall(key)).data;
}

function placeIn(track: ReadingTrack, place: HandOver['place'] | undefined): Place {
  if (!place) return { sentence: 0, word: 0 };
  const { block, offset } = place;
  const sentence = track.sentences.findIndex(
    (candidate) => candidate.block === block && offset < candidate.end,
  );
  if (sentence < 0) return { sentence: 0, word: 0 };
  const word = track.sentences[sentence]?.words.findLastIndex(({ start }) => start <= offset) ?? 0;
  return { sentence, word: Math.max(0, word) };
}
