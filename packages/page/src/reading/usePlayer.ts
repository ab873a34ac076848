import type { FrozenReading, OpenedItem } from '@aurelfield/api/pupilPage';
import { ReadingPlayer, type PlayerSentence, type PlayerState } from '@aurelfield/player';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import * as z from 'zod/mini';
import { recall, remember } from '../storage.ts';
import { SoundFiles, soundForm } from '../sound/soundFiles.ts';
import { trackOf } from './track.ts';

const placeSchema = z.object({ version: z.int(), sentence: z.int(), word: z.int() });
const placeKey = ({ id }: OpenedItem) => `place:${id}`;

export interface Playing {
  readonly player: ReadingPlayer<PlayerSentence>;
  readonly files: SoundFiles;
  /** Whether it waits for the network. */
  readonly isWaiting: boolean;
}

/** A player of a frozen reading, at the place where this browser stopped the last time. */
export function usePlaying(
  item: OpenedItem,
  reading: FrozenReading,
  pass: string,
  onGone: () => void,
): Playing {
  const [isWaiting, setWaiting] = useState(false);
  const { player, files } = useMemo(() => {
    const files = new SoundFiles({
      item,
      reading,
      pass,
      form: soundForm(),
      onWaiting: setWaiting,
    });
    const kept = placeSchema.safeParse(recall(placeKey(item))).data;
    const player = new ReadingPlayer<PlayerSentence>(
      {
        make: () => Promise.reject(new Error('All of a frozen reading is made.')),
        audioUrl: (from) => files.addressOf(files.stretchOf(from)),
        stretchOf: (sentence) => reading.stretches[files.stretchOf(sentence)] ?? { from: 0, to: 0 },
      },
      trackOf(reading),
      // In another version the words may have moved; the sentence is near enough.
      kept
        ? { sentence: kept.sentence, word: kept.version === item.version ? kept.word : 0 }
        : { sentence: 0, word: 0 },
    );
    return { player, files };
  }, [item, reading, pass]);

  useEffect(() => files.whenGone(onGone), [files, onGone]);
  useEffect(() => {
    void player.prepare();
    const keep = () => {
      const { sentence, word } = player.place;
      remember(placeKey(item), { version: item.version, sentence, word });
    };
    const stop = player.subscribe(keep);
    addEventListener('pagehide', keep);
    if (import.meta.env.DEV || window.aurelfieldListens) window.aurelfieldPlayer = player;
    return () => {
      stop();
      removeEventListener('pagehide', keep);
      player.pause();
    };
  }, [player, item]);

  return { player, files, isWaiting };
}

declare global {
  interface Window {
    /** Set before the page loads by tests that listen. */
    aurelfieldListens?: boolean;
    aurelfieldPlayer?: ReadingPlayer<PlayerSentence>;
  }
}

/** The player's state, drawn anew when it changes. */
export function usePlayerState(player: ReadingPlayer<PlayerSentence>): PlayerState {
  return useSyncExternalStore(player.subscribe, () => player.state);
}
