import type { ReadingSnapshot, OpenedItem } from '@aurelfield/api/pupilPage';
import { ReadingPlayer, type PlayerSentence } from '@aurelfield/player';
import * as z from 'zod/mini';
import { SoundFiles, soundForm } from '../sound/soundFiles.ts';
import { recall, remember } from '../storage.ts';
import { trackOf } from './track.ts';

const placeSchema = z.object({ version: z.int(), sentence: z.int(), word: z.int() });
const placeKey = ({ id }: OpenedItem) => `place:${id}`;

/** A reading that can be played. */
export interface Playing {
  readonly item: OpenedItem;
  readonly reading: ReadingSnapshot;
  readonly player: ReadingPlayer<PlayerSentence>;
  readonly files: SoundFiles;
}

/** A player of a reading, at the place where this browser stopped the last time. */
export function createPlaying(item: OpenedItem, reading: ReadingSnapshot, accessToken: string): Playing {
  const files = new SoundFiles({ item, reading, accessToken, form: soundForm() });
  const kept = placeSchema.safeParse(recall(placeKey(item))).data;
  const player = new ReadingPlayer<PlayerSentence>(
    {
      make: () => Promise.reject(new Error('All of a frozen reading is made.')),
      audioUrl: (from) => files.addressOf(files.segmentOf(from)),
      segmentOf: (sentence) => reading.segments[files.segmentOf(sentence)] ?? { from: 0, to: 0 },
    },
    trackOf(reading),
    // In another version the words may have moved; the sentence is near enough.
    kept
      ? { sentence: kept.sentence, word: kept.version === item.version ? kept.word : 0 }
      : { sentence: 0, word: 0 },
  );
  void player.prepare();
  if (import.meta.env.DEV || window.aurelfieldListens) window.aurelfieldPlayer = player;
  return { item, reading, player, files };
}

/** Remembers where the player is whenever that changes. @returns the way to stop. */
export function rememberPlace({ item, player }: Playing): () => void {
  const keep = () => {
    const { sentence, word } = player.place;
    remember(placeKey(item), { version: item.version, sentence, word });
  };
  const stop = player.subscribe(keep);
  addEventListener('pagehide', keep);
  return () => {
    stop();
    removeEventListener('pagehide', keep);
  };
}

declare global {
  interface Window {
    /** Set before the page loads by tests that listen. */
    aurelfieldListens?: boolean;
    aurelfieldPlayer?: ReadingPlayer<PlayerSentence>;
  }
}
