import type { ReadingSentence } from '@aurelfield/api';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ReadingPlayer } from './readingPlayer.ts';
import { Track } from '@aurelfield/core/timeline';

/** An audio element without sound, whose clock the test turns. */
class FakeAudio extends EventTarget {
  playbackRate = 1;
  defaultPlaybackRate = 1;
  preload = '';
  ended = false;
  playing = false;
  readyState = 4;
  refusal: string | undefined;
  /** What `currentTime` was set to while the sound's length was unknown. */
  early: number[] = [];
  #time = 0;
  #src = '';
  get src(): string {
    return this.#src;
  }
  set src(address: string) {
    this.#src = address;
    this.#time = 0;
    if (address.includes('slow')) this.readyState = 0;
  }
  get currentTime(): number {
    return this.#time;
  }
  set currentTime(seconds: number) {
    if (this.readyState < 1) this.early.push(seconds);
    this.#time = seconds;
  }
  know(): void {
    this.readyState = 4;
    this.dispatchEvent(new Event('loadedmetadata'));
  }
  play(): Promise<void> {
    if (this.refusal !== undefined)
      return Promise.reject(new DOMException('an engine’s own words', this.refusal));
    this.playing = true;
    this.ended = false;
    return Promise.resolve();
  }
  pause(): void {
    this.playing = false;
    this.dispatchEvent(new Event('pause'));
  }
  finish(): void {
    this.ended = true;
    this.playing = false;
    this.dispatchEvent(new Event('ended'));
  }
  getAttribute(): string {
    return this.src;
  }
  removeAttribute(): void {
    this.src = '';
  }
  load(): void {
    // Nothing to load.
  }
}

const WORDS = 30;
const RATE = 1000;
const sentence = (index: number, made: boolean): ReadingSentence => ({
  index,
  block: index,
  start: 0,
  end: WORDS * 2,
  words: Array.from({ length: WORDS }, (_, i) => ({ start: i * 2, end: i * 2 + 1, said: 'x' })),
  spokenWords: WORDS,
  pauseAfter: 1 * RATE,
  samples: 9 * RATE,
  times: made ? Array.from({ length: WORDS }, (_, i): [number, number] => [i * 300, i * 300 + 300]) : null,
});

let frames: FrameRequestCallback[] = [];
const nextFrame = () => {
  for (const frame of frames.splice(0)) frame(0);
};
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

beforeEach(() => {
  frames = [];
  vi.stubGlobal('requestAnimationFrame', (frame: FrameRequestCallback) => frames.push(frame));
  vi.stubGlobal('cancelAnimationFrame', () => (frames = []));
});
afterEach(() => vi.unstubAllGlobals());

function setUp({
  sentences = 6,
  made = false,
  fail = () => false,
  hold,
}: {
  sentences?: number;
  made?: boolean;
  fail?: (from: number) => boolean;
  /** Takes the way to let an answer go. */
  hold?: (go: () => void) => void;
} = {}) {
  const asked: string[] = [];
  const elements: FakeAudio[] = [];
  const source = {
    make: (from: number, to: number) => {
      asked.push(`${from}-${to}`);
      if (fail(from)) return Promise.reject(new Error('no sound'));
      const answer = Array.from({ length: to - from }, (_, i) => sentence(from + i, true));
      return hold
        ? new Promise<ReadingSentence[]>((resolve) => hold(() => resolve(answer)))
        : Promise.resolve(answer);
    },
    audioUrl: (from: number, to: number) => `${from}-${to}`,
  };
  const track = new Track(
    RATE,
    Array.from({ length: sentences }, (_, i) => sentence(i, made)),
  );
  const player = new ReadingPlayer(source, track, { sentence: 0, word: 0 }, () => {
    const element = new FakeAudio();
    elements.push(element);
    return element as unknown as HTMLAudioElement;
  });
  const active = () => elements.find((element) => element.playing);
  return { player, asked, elements, active };
}

describe('an element that does not know its sound yet', () => {
  const slowly = () => {
    const track = new Track(
      RATE,
      Array.from({ length: 6 }, (_, i) => sentence(i, true)),
    );
    const elements: FakeAudio[] = [];
    const player = new ReadingPlayer(
      {
        make: () => Promise.reject(new Error('made already')),
        audioUrl: (from) => Promise.resolve(`blob:slow-${from}`),
        segmentOf: (nth) => ({ from: nth - (nth % 3), to: nth - (nth % 3) + 3 }),
      },
      track,
      { sentence: 0, word: 0 },
      () => {
        const element = new FakeAudio();
        elements.push(element);
        return element as unknown as HTMLAudioElement;
      },
    );
    return { player, element: () => elements.find(({ src }) => src !== '') as FakeAudio, elements };
  };

  test('has its clock set, and plays, only when it does', async () => {
    const { player, element, elements } = slowly();
    const jump = player.seek({ sentence: 4, word: 2 }, true);
    await settle();
    expect([element().playing, player.state.sentence]).toEqual([false, 4]);
    element().know();
    await jump;
    expect(element().playing).toBe(true);
    expect(element().currentTime).toBeCloseTo(10.6, 5);
    expect(elements.flatMap(({ early }) => early)).toEqual([]);
  });

  test('begins at once where nothing is to be set', async () => {
    const { player, element } = slowly();
    await player.play();
    expect(element().playing).toBe(true);
  });

  test('obeys the last of several jumps', async () => {
    const { player, element } = slowly();
    const jumps = [player.seek({ sentence: 4, word: 2 }, true), player.seek({ sentence: 5, word: 1 }, true)];
    await settle();
    element().know();
    await Promise.all(jumps);
    expect(player.state).toMatchObject({ status: 'playing', sentence: 5 });
    expect(element().currentTime).toBeCloseTo(20.3, 5);
  });

  test.each([
    ['NotAllowedError', 'blocked', 'Press Play to hear it.'],
    ['NotSupportedError', 'unplayable', 'This device can’t play the sound.'],
  ])('says %s in our words', async (name, kind, message) => {
    const { player, elements } = slowly();
    for (const one of elements) one.refusal = name;
    await player.play();
    expect(player.state).toMatchObject({ status: 'failed', error: { kind } });
    expect(player.state.error?.message).toContain(message);
  });
});

describe('ReadingPlayer', () => {
  test('sounds with the first sentence alone and fetches the rest while it plays', async () => {
    const { player, asked, active } = setUp();
    await player.play();
    await settle();
    expect(player.state.status).toBe('playing');
    expect(asked).toEqual(['0-1', '1-3']);
    expect(active()?.src).toBe('0-1');
  });

  test('lights the word that the element’s clock says', async () => {
    const { player, active } = setUp({ made: true });
    await player.play();
    const element = active() as FakeAudio;
    for (const [time, sentence_, word] of [
      [0.1, 0, 0],
      [3.1, 0, 10],
      [8.95, 0, 29],
      [9.5, 0, -1],
      [10.4, 1, 1],
    ] as const) {
      element.currentTime = time;
      nextFrame();
      expect([player.state.sentence, player.state.word]).toEqual([sentence_, word]);
    }
  });

  test('a clock that stands just before the word it was put to lights that word, not the one before', async () => {
    const { player, active } = setUp({ made: true });
    await player.play();
    await player.seek({ sentence: 1, word: 5 }, true);
    const element = active() as FakeAudio;
    for (const behind of [1e-6, 0.012]) {
      element.currentTime = 11.5 - behind;
      nextFrame();
      expect([player.state.sentence, player.state.word]).toEqual([1, 5]);
    }
    element.currentTime = 11.9;
    nextFrame();
    expect(player.state.word).toBe(6);
    await player.seek({ sentence: 0, word: 0 }, true);
    nextFrame();
    expect([player.state.sentence, player.state.word]).toEqual([0, 0]);
  });

  test('goes on with the next stretch when one ends, and ends after the last', async () => {
    const { player, active } = setUp({ sentences: 3 });
    await player.play();
    await settle();
    active()?.finish();
    await settle();
    expect(active()?.src).toBe('1-3');
    active()?.finish();
    await settle();
    expect(player.state.status).toBe('ended');
    await player.play();
    expect(player.state).toMatchObject({ status: 'playing', sentence: 0 });
  });

  test('a jump inside what is loaded moves the clock; a jump outside loads from there', async () => {
    const { player, asked, active } = setUp({ made: true });
    await player.play();
    await player.seek({ sentence: 1, word: 5 });
    expect(active()?.currentTime).toBeCloseTo(10 + 1.5);
    await player.seek({ sentence: 4, word: 2 });
    expect(active()?.src).toBe('4-6');
    expect(active()?.currentTime).toBeCloseTo(0.6);
    expect(asked).toEqual([]);
  });

  test('a jump while paused stays paused and is where play goes on', async () => {
    const { player, active } = setUp({ made: true });
    await player.seek({ sentence: 3, word: 4 });
    expect(player.state).toMatchObject({ status: 'paused', sentence: 3, word: 4 });
    await player.play();
    expect(active()?.currentTime).toBeCloseTo(1.2);
    player.pause();
    expect(player.state.status).toBe('paused');
    expect(active()).toBeUndefined();
  });

  test('sentence back goes to its beginning first, then to the one before', async () => {
    const { player, active } = setUp({ made: true });
    await player.seek({ sentence: 1, word: 10 }, true);
    nextFrame();
    await player.previousSentence();
    expect(player.state.sentence).toBe(1);
    await player.previousSentence();
    expect(player.state.sentence).toBe(0);
    expect(active()?.currentTime).toBe(0);
  });

  test('steps by word over the edges of sentences', async () => {
    const { player } = setUp({ made: true });
    await player.seek({ sentence: 0, word: WORDS - 1 });
    await player.stepWord(1);
    expect(player.place).toEqual({ sentence: 1, word: 0 });
    await player.stepWord(-1);
    expect(player.place).toEqual({ sentence: 0, word: WORDS - 1 });
  });

  test('places outside the text are brought back into it', async () => {
    const { player } = setUp({ made: true });
    await player.seek({ sentence: 99, word: 99 });
    expect(player.place).toEqual({ sentence: 5, word: WORDS - 1 });
    await player.seek({ sentence: -1, word: -1 });
    expect(player.place).toEqual({ sentence: 0, word: 0 });
  });

  test('tells when the sound cannot be had, and play tries again', async () => {
    let broken = true;
    const { player } = setUp({ fail: () => broken });
    await player.play();
    expect(player.state).toMatchObject({ status: 'failed', error: new Error('no sound') });
    broken = false;
    await player.play();
    expect(player.state.status).toBe('playing');
  });

  test('a failure of what follows shows when its turn comes, with the place kept', async () => {
    const { player, active } = setUp({ fail: (from) => from === 1 });
    await player.play();
    await settle();
    expect(player.state.status).toBe('playing');
    active()?.finish();
    await settle();
    expect(player.state.status).toBe('failed');
    expect(player.place.sentence).toBe(1);
  });

  test('a late answer to an older command is dropped', async () => {
    const { player, active } = setUp();
    const first = player.play();
    const second = player.seek({ sentence: 4, word: 0 }, true);
    await Promise.all([first, second]);
    expect(active()?.src).toBe('4-5');
  });

  test('play pressed while the first stretch is still being prepared is not undone by it', async () => {
    const waiting: (() => void)[] = [];
    const { player, elements, active } = setUp({ hold: (go) => waiting.push(go) });
    const preparing = player.prepare();
    const playing = player.play();
    // The answer to the later command comes first.
    waiting[1]?.();
    await playing;
    const element = active() as FakeAudio;
    element.src = 'playing';
    waiting[0]?.();
    await preparing;
    expect(elements[0]?.src).toBe('playing');
    expect(player.state.status).toBe('playing');
  });

  test('the playback speed outlasts a load', () => {
    const { player, elements } = setUp();
    player.setRate(1.3);
    expect(elements.map(({ defaultPlaybackRate }) => defaultPlaybackRate)).toEqual([1.3, 1.3]);
    expect(player.state.rate).toBe(1.3);
  });

  test('steps by block: to the next, to this one’s beginning, to the one before', async () => {
    const { player } = setUp({ made: true });
    await player.stepBlock(1);
    expect(player.place).toEqual({ sentence: 1, word: 0 });
    await player.seek({ sentence: 1, word: 20 });
    await player.stepBlock(-1);
    expect(player.place).toEqual({ sentence: 1, word: 0 });
    await player.stepBlock(-1);
    expect(player.place).toEqual({ sentence: 0, word: 0 });
    await player.seek({ sentence: 5, word: 0 });
    await player.stepBlock(1);
    expect(player.place.sentence).toBe(5);
  });

  test('a passage is played to its last word and stops there', async () => {
    const { player, active } = setUp({ made: true });
    await player.playPassage({ from: { sentence: 0, word: 3 }, to: { sentence: 0, word: 5 }, repeat: false });
    const element = active() as FakeAudio;
    expect(element.currentTime).toBeCloseTo(0.9);
    element.currentTime = 1.7;
    nextFrame();
    expect(player.state).toMatchObject({ status: 'playing', word: 5 });
    element.currentTime = 1.81;
    nextFrame();
    expect(player.state).toMatchObject({ status: 'paused', passage: undefined });
    expect(player.place).toEqual({ sentence: 0, word: 5 });
  });

  test('a passage that repeats begins again; a jump out of it leaves it, one within does not', async () => {
    const { player, active } = setUp({ made: true });
    await player.playPassage({ from: { sentence: 0, word: 0 }, to: { sentence: 1, word: 1 }, repeat: true });
    const element = active() as FakeAudio;
    element.currentTime = 10.7;
    nextFrame();
    await settle();
    expect(active()?.currentTime).toBe(0);
    expect(player.state.status).toBe('playing');
    await player.seek({ sentence: 1, word: 0 });
    expect(player.state.passage?.repeat).toBe(true);
    await player.seek({ sentence: 2, word: 0 });
    expect(player.state.passage).toBeUndefined();
  });

  test('after each sentence it is silent as long as was asked for, then goes on', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const { player, active, elements } = setUp({ made: true });
    player.setGap(0.5);
    await player.play();
    const element = active() as FakeAudio;
    element.currentTime = 9.05;
    nextFrame();
    expect(player.state).toMatchObject({ status: 'playing', isGap: true, word: -1 });
    expect(elements.some(({ playing }) => playing)).toBe(false);
    // A sentence of nine seconds: four and a half to say it back.
    await vi.advanceTimersByTimeAsync(4400);
    expect(player.state.isGap).toBe(true);
    await vi.advanceTimersByTimeAsync(200);
    expect(player.state).toMatchObject({ status: 'playing', isGap: false });
    expect(element.playing).toBe(true);
    element.currentTime = 9.5;
    nextFrame();
    expect(player.state.isGap).toBe(false);
    vi.useRealTimers();
  });

  test('a pause in the gap at the end of a stretch is gone on from with the next one, not with the same again', async () => {
    const { player, active, elements } = setUp({ made: true, sentences: 4 });
    player.setGap(1);
    await player.play();
    await settle();
    const first = active() as FakeAudio;
    first.currentTime = 19;
    first.finish();
    expect(player.state.isGap).toBe(true);
    player.pause();
    await player.play();
    await settle();
    expect(active()?.src).toBe('2-4');
    expect(elements.indexOf(active() as FakeAudio)).not.toBe(elements.indexOf(first));
  });

  test('a pause ends a gap, and play goes on with the next sentence', async () => {
    const { player, active } = setUp({ made: true });
    player.setGap(1);
    await player.play();
    (active() as FakeAudio).currentTime = 9.05;
    nextFrame();
    player.pause();
    expect(player.state).toMatchObject({ status: 'paused', isGap: false });
    await player.play();
    expect(player.state).toMatchObject({ status: 'playing', isGap: false });
  });

  test('jumps are counted, for the page to follow', async () => {
    const { player } = setUp({ made: true });
    await player.nextSentence();
    await player.seek({ sentence: 4, word: 0 });
    expect(player.state.jumps).toBe(2);
  });

  test('a pause by the browser is shown', async () => {
    const { player, active } = setUp({ made: true });
    await player.play();
    active()?.pause();
    expect(player.state.status).toBe('paused');
  });
});

describe('sound that is cut already', () => {
  test('is played by its own pieces: a jump into the middle of one loads it whole, and the next follows', async () => {
    const sentences = Array.from({ length: 6 }, (_, i) => sentence(i, true));
    const cuts = [
      { from: 0, to: 1 },
      { from: 1, to: 4 },
      { from: 4, to: 6 },
    ];
    const asked: string[] = [];
    const elements: FakeAudio[] = [];
    const player = new ReadingPlayer(
      {
        make: () => Promise.reject(new Error('all is made')),
        audioUrl: (from, to) => {
          asked.push(`${from}-${to}`);
          return Promise.resolve(`${from}-${to}`);
        },
        segmentOf: (index) => cuts.find(({ to }) => index < to) ?? { from: 0, to: 0 },
      },
      new Track(RATE, sentences),
      { sentence: 0, word: 0 },
      () => {
        const element = new FakeAudio();
        elements.push(element);
        return element as unknown as HTMLAudioElement;
      },
    );
    await player.seek({ sentence: 2, word: 3 }, true);
    const element = elements.find(({ playing }) => playing);
    expect(element?.src).toBe('1-4');
    expect(element?.currentTime).toBeCloseTo(10 + 0.9);
    await settle();
    expect(asked).toEqual(['1-4', '4-6']);
    element?.finish();
    await settle();
    expect(elements.find(({ playing }) => playing)?.src).toBe('4-6');
  });
});
