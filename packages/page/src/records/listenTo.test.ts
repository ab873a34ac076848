import type { PlayerState } from '@aurelfield/player';
import { beforeEach, describe, expect, test } from 'vitest';
import { trackOf } from '../reading/track.ts';
import { listenTo } from './listenTo.ts';
import type { NewEvent } from './outbox.ts';

/** Three sentences of two seconds, each with a second of pause after it. */
const track = trackOf({
  sampleRate: 1000,
  sentences: [0, 1, 2].map((b) => ({ b, n: 2000, p: 1000, t: [0, 2000] })),
});

let events: NewEvent[];
let state: PlayerState;
let frame: (seconds: number) => void;
let change: () => void;
let stop: () => void;

beforeEach(() => {
  events = [];
  state = { status: 'paused', sentence: 0, word: 0, rate: 0.8 } as PlayerState;
  const player = {
    get state() {
      return state;
    },
    track,
    onFrame: (listener: (seconds: number) => void) => {
      frame = listener;
      return () => undefined;
    },
    subscribe: (listener: () => void) => {
      change = listener;
      return () => undefined;
    },
  };
  stop = listenTo(player, (event) => events.push(event));
});

const to = (status: PlayerState['status']) => {
  state = { ...state, status };
  change();
};
/** Plays from one second to another, frame by frame. */
const play = (from: number, until: number) => {
  to('playing');
  for (let at = from; at < until; at += 0.1) {
    state = { ...state, sentence: track.sentenceAt(at) };
    frame(at);
  }
};
const sent = () => events.map(({ kind, sentence, amount }) => [kind, sentence, amount]);
const OPENED = ['opened', undefined, 0.8];

describe('what is heard', () => {
  test('of the whole: each sentence once, its pause not counted, and the end', () => {
    play(0, 9);
    to('ended');
    expect(sent()).toEqual([OPENED, ['heard', 0, 2], ['heard', 1, 2], ['heard', 2, 2], ['finished', undefined, undefined]]); // prettier-ignore
  });

  test('nothing while it is paused, and nothing of what is passed by', () => {
    frame(0);
    frame(5);
    play(0, 1);
    play(3, 5.5);
    stop();
    expect(sent()).toEqual([OPENED, ['heard', 1, 2]]);
  });

  test('again is told as again, with the seconds that sounded', () => {
    play(0, 2.5);
    play(0, 2.5);
    play(0, 3.2);
    expect(sent()).toEqual([OPENED, ['heard', 0, 2], ['replayed', 0, 2], ['replayed', 0, 2]]);
  });

  test('what begins in the middle is measured from there', () => {
    play(1, 6.5);
    stop();
    // A second of the first sentence is half of it: not heard. The second is whole; of the third half a
    // second.
    expect(sent()).toEqual([OPENED, ['heard', 1, 2]]);
  });

  test('the end is told once, and once more when it is heard to the end again', () => {
    play(6, 9);
    to('ended');
    to('ended');
    play(6, 9);
    to('ended');
    expect(sent().filter(([kind]) => kind === 'finished')).toHaveLength(2);
  });
});
