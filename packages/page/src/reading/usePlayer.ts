import type { ReadingSnapshot, OpenedItem } from '@aurelfield/api/pupilPage';
import type { PlayerSentence, PlayerState, ReadingPlayer } from '@aurelfield/player';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { createPlaying, rememberPlace, type Playing } from './playing.ts';

export interface UsePlayingOptions {
  readonly item: OpenedItem;
  readonly reading: ReadingSnapshot;
  readonly accessToken: string;
  /** What plays already since before this screen was here. */
  readonly started: Playing | undefined;
  /** Called when the server does not give this version out any more. */
  readonly onGone: () => void;
}

/** A player of a reading; `isWaiting` says whether it waits for the network. */
export function usePlaying({ item, reading, accessToken, started, onGone }: UsePlayingOptions): Playing & {
  readonly isWaiting: boolean;
} {
  const playing = useMemo(
    () => (started?.item === item ? started : createPlaying(item, reading, accessToken)),
    [started, item, reading, accessToken],
  );
  const { player, files } = playing;
  const isWaiting = useSyncExternalStore(files.subscribe, () => files.isWaiting);
  useEffect(() => files.whenGone(onGone), [files, onGone]);
  useEffect(() => {
    const stop = rememberPlace(playing);
    return () => {
      stop();
      player.pause();
    };
  }, [playing, player]);
  return { ...playing, isWaiting };
}

/** The player's state; renders when it changes. */
export function usePlayerState(player: ReadingPlayer<PlayerSentence>): PlayerState {
  return useSyncExternalStore(player.subscribe, () => player.state);
}
