import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';
import type { NewEvent } from './outbox.ts';

/** A sentence counts as heard when so much of it was played; what is played less was passed by. */
const HEARD = 0.8;
/** Seconds that the clock must go back to count as a restart. */
const AGAIN = 0.2;
/** Seconds from its beginning within which a sentence was begun with. */
const BEGUN_WITH = 0.5;

/** What of the player is listened to. */
export type ListenedPlayer = Pick<ReadingPlayer<PlayerSentence>, 'state' | 'track' | 'onFrame' | 'subscribe'>;

/**
 * Notes what is heard: each sentence with the seconds of the reading that sounded, those that are heard
 * again, and the end.
 * @returns the way to stop.
 */
export function listenTo(player: ListenedPlayer, note: (event: NewEvent) => void): () => void {
  note({ kind: 'opened', amount: player.state.rate });
  const times = new Map<number, number>();
  let [sentence, from, last, status] = [-1, 0, 0, ''];

  const lengthOf = (index: number) => (player.track.sentences[index]?.samples ?? 0) / player.track.sampleRate;
  const settle = () => {
    const seconds = Math.max(0, last - from);
    if (sentence < 0 || seconds < HEARD * lengthOf(sentence)) return;
    const count = (times.get(sentence) ?? 0) + 1;
    times.set(sentence, count);
    note({ kind: count > 1 ? 'replayed' : 'heard', sentence, amount: Math.round(seconds * 100) / 100 });
  };
  const stopFrames = player.onFrame((seconds) => {
    if (player.state.status !== 'playing') return;
    if (player.state.sentence !== sentence || seconds < last - AGAIN) {
      settle();
      sentence = player.state.sentence;
      const start = player.track.secondOf(sentence);
      // What began in the middle is measured from there.
      from = Math.abs(seconds - start) > BEGUN_WITH ? seconds : start;
    }
    // The pause after a sentence is no part of what was heard of it.
    last = Math.min(seconds, player.track.secondOf(sentence) + lengthOf(sentence));
  });
  const stopState = player.subscribe(() => {
    const { status: now } = player.state;
    if (now === 'ended' && status !== 'ended') {
      settle();
      sentence = -1;
      note({ kind: 'finished' });
    }
    status = now;
  });
  return () => {
    settle();
    stopFrames();
    stopState();
  };
}
