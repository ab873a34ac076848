import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';
import { useEffect } from 'react';

/** What the lock screen shows. */
export interface Played {
  readonly title: string;
  readonly school: string;
  /** The secret in the page's address, which its picture has too. */
  readonly key: string;
}

/** Lets the lock screen and media keys play, pause and go by sentences (Media Session, W3C). */
export function useMediaKeys(player: ReadingPlayer<PlayerSentence>, { title, school, key }: Played): void {
  useEffect(() => {
    const { mediaSession } = navigator as { mediaSession?: MediaSession };
    if (!mediaSession) return undefined;
    mediaSession.metadata = new MediaMetadata({
      title,
      artist: school,
      artwork: [{ src: `/p/${key}/artwork.png`, sizes: '1400x1400', type: 'image/png' }],
    });
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
      const { status, rate } = player.state;
      mediaSession.playbackState = status === 'playing' ? 'playing' : 'paused';
      const { duration } = player.track;
      mediaSession.setPositionState?.({
        duration,
        playbackRate: rate,
        position: Math.min(player.position, duration),
      });
    });
    return () => {
      stop();
      for (const [action] of actions) mediaSession.setActionHandler(action, null);
    };
  }, [player, title, school, key]);
}
