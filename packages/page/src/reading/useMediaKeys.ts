import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';
import { useEffect } from 'react';

/** Lets the lock screen and media keys play, pause and go by sentences (Media Session, W3C). */
export function useMediaKeys(player: ReadingPlayer<PlayerSentence>, title: string, school: string): void {
  useEffect(() => {
    const { mediaSession } = navigator as { mediaSession?: MediaSession };
    if (!mediaSession) return undefined;
    mediaSession.metadata = new MediaMetadata({ title, artist: school });
    const actions: [MediaSessionAction, () => void][] = [
      ['play', () => void player.play()],
      ['pause', () => player.pause()],
      ['previoustrack', () => void player.previousSentence()],
      ['nexttrack', () => void player.nextSentence()],
      ['seekbackward', () => void player.previousSentence()],
      ['seekforward', () => void player.nextSentence()],
    ];
    for (const [action, handler] of actions) {
      try {
        mediaSession.setActionHandler(action, handler);
      } catch {
        // A browser that does not know this key.
      }
    }
    const stop = player.subscribe(() => {
      mediaSession.playbackState = player.state.status === 'playing' ? 'playing' : 'paused';
    });
    return () => {
      stop();
      for (const [action] of actions) mediaSession.setActionHandler(action, null);
    };
  }, [player, title, school]);
}
