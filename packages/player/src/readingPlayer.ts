import type { ReadingSentence } from '@aurelfield/api';
import { PlaybackError, playbackError } from './playbackError.ts';
import type { Track, TrackSentence } from '@aurelfield/core';

/** What the player knows of a sentence. */
export interface PlayerSentence extends TrackSentence {
  readonly index: number;
  /** Number of its block. */
  readonly block: number;
  /** Displayed words; only how many there are counts here. */
  readonly words: readonly unknown[];
}

/** Where the player gets what it plays. */
export interface PlayerSource<S extends PlayerSentence = ReadingSentence> {
  /** Sentences with their times, made first if need be. */
  readonly make: (from: number, to: number) => Promise<S[]>;
  /** Address of the sound of sentences `from` up to, not including, `to`; one that takes time is waited for. */
  readonly audioUrl: (from: number, to: number) => string | Promise<string>;
  /** The piece of sound that holds a sentence, where sound is cut already; without it the player cuts as it needs. */
  readonly stretchOf?: (sentence: number) => { readonly from: number; readonly to: number };
}

export type PlayerStatus = 'paused' | 'loading' | 'playing' | 'ended' | 'failed';

/** A word of the reading: which sentence, which word in it. */
export interface Place {
  readonly sentence: number;
  readonly word: number;
}

/** `readyState` of a media element that knows the length of its sound (HTML, 4.8.11.7). */
const HAVE_METADATA = 1;
/** Events that end the wait for it. */
const ENDS = ['loadedmetadata', 'error'] as const;

/** Seconds within which a sentence has hardly begun. */
const HARDLY_BEGUN = 1.2;

/** What the screens show. A new object whenever anything in it changes. */
export interface PlayerState {
  readonly status: PlayerStatus;
  /** The sentence being read or waited at. */
  readonly sentence: number;
  /** The lit word in it; -1 in a silence. */
  readonly word: number;
  /** Playback speed; 1 is the pace of the profile. */
  readonly rate: number;
  readonly error: Error | undefined;
  /** What is played by itself, or over and over; the whole reading without one. */
  readonly passage: Passage | undefined;
  /** Silence after each sentence for saying it back, as a share of the sentence's length; 0 for none. */
  readonly gap: number;
  /** Whether such a silence lasts. */
  readonly isGap: boolean;
  /** Counts jumps, so that the page can follow one. */
  readonly jumps: number;
}

/** From one word to another, both included. */
export interface Passage {
  readonly from: Place;
  readonly to: Place;
  /** Played over and over, or once. */
  readonly repeat: boolean;
}

/** Some sentences in a row whose clips are made. */
interface Sounds {
  readonly from: number;
  readonly to: number;
  readonly address: string;
}

/** One piece of sound, loaded into an audio element. */
interface Stretch extends Sounds {
  readonly element: HTMLAudioElement;
}

/**
 * Plays a reading stretch by stretch with two audio elements in turn: while one plays, the other loads what follows; the change falls into the pause between two
 * sentences. What is lit is read off the playing element's clock at every frame.
 */
export class ReadingPlayer<S extends PlayerSentence = ReadingSentence> {
  readonly #source: PlayerSource<S>;
  readonly #elements: readonly [HTMLAudioElement, HTMLAudioElement];
  readonly #listeners = new Set<() => void>();
  readonly #frameListeners = new Set<(seconds: number) => void>();
  #state: PlayerState = {
    status: 'paused',
    sentence: 0,
    word: -1,
    rate: 1,
    error: undefined,
    passage: undefined,
    gap: 0,
    isGap: false,
    jumps: 0,
  };
  #track: Track<S>;
  #current: Stretch | undefined;
  #next: { readonly from: number; readonly stretch: Promise<Stretch> } | undefined;
  #frame = 0;
  /** Counts commands, so that an answer that comes late to an older one is dropped. */
  #command = 0;
  #place: Place = { sentence: 0, word: 0 };
  /** The sentence whose gap has been waited for. */
  #gapAfter = -1;
  /** The second of its sound at which the current stretch was begun. */
  #begunAt = 0;
  #gapTimer: ReturnType<typeof setTimeout> | undefined;
  #afterGap: (() => void) | undefined;
  #isUnlocked = false;

  constructor(
    source: PlayerSource<S>,
    track: Track<S>,
    place: Place,
    createElement: () => HTMLAudioElement = () => new Audio(),
  ) {
    this.#source = source;
    this.#track = track;
    this.#elements = [createElement(), createElement()];
    for (const element of this.#elements) {
      element.preload = 'auto';
      element.addEventListener('ended', () => this.#onEnded(element));
      element.addEventListener('error', () => this.#onElementError(element));
      element.addEventListener('pause', () => this.#onElementPause(element));
    }
    this.#place = this.#within(place);
    this.#state = { ...this.#state, sentence: this.#place.sentence, word: this.#place.word };
  }

  /** What is being played and lit. */
  get state(): PlayerState {
    return this.#state;
  }

  /** The sentences as far as they are known. */
  get track(): Track<S> {
    return this.#track;
  }

  /** Seconds from the beginning of the whole reading. A clock that stands just before the word it was put to, until the sound begins, does not count. */
  get position(): number {
    const stretch = this.#current;
    if (!stretch) return this.#secondsOf(this.#place);
    return this.#track.secondOf(stretch.from) + Math.max(stretch.element.currentTime, this.#begunAt);
  }

  /** The word to go on with after a stop or reload. */
  get place(): Place {
    return this.#place;
  }

  /** The element whose clock is followed; for tests that listen. */
  get element(): HTMLAudioElement | undefined {
    return this.#current?.element;
  }

  /** Tells of changes of {@link state} and {@link track}; returns the way to stop being told. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Tells the position at every frame while it plays, and after every jump. */
  readonly onFrame = (listener: (seconds: number) => void): (() => void) => {
    this.#frameListeners.add(listener);
    return () => this.#frameListeners.delete(listener);
  };

  /** Takes in sentences that were planned or made meanwhile. */
  readonly learn = (sentences: readonly S[]): void => {
    if (sentences.length === 0) return;
    this.#track = this.#track.with(sentences);
    this.#emit({});
    this.#tellPosition();
  };

  /** Loads what would be played next, so that play sounds at once. */
  readonly prepare = async (): Promise<void> => {
    if (this.#current || this.#state.status !== 'paused' || this.#track.sentences.length === 0) return;
    await this.#load(this.#place, false);
  };

  readonly play = async (): Promise<void> => {
    this.#unlock();
    if (this.#state.status === 'ended') {
      await this.seek({ sentence: 0, word: 0 }, true);
      return;
    }
    // It was paused in the gap after its last sentence: what follows is next.
    if (this.#current?.element.ended) this.#onEnded(this.#current.element);
    else if (this.#current) await this.#start(this.#current, this.#command);
    else await this.#load(this.#place, true);
  };

  readonly pause = (): void => {
    this.#command += 1;
    this.#endGap();
    this.#current?.element.pause();
    this.#emit({ status: 'paused' });
  };

  readonly toggle = (): void => {
    if (this.#state.status === 'playing' || this.#state.status === 'loading') this.pause();
    else void this.play();
  };

  /** Goes to a word; plays on from there if it was playing, or if `play` says so. */
  readonly seek = async (place: Place, play = this.#isGoing()): Promise<void> => {
    if (play) this.#unlock();
    const target = this.#within(place);
    const stretch = this.#current;
    this.#place = target;
    this.#endGap();
    this.#gapAfter = -1;
    const { passage, jumps } = this.#state;
    this.#emit({
      jumps: jumps + 1,
      ...(passage && !isWithin(target, passage) ? { passage: undefined } : {}),
    });
    if (stretch && target.sentence >= stretch.from && target.sentence < stretch.to) {
      const command = ++this.#command;
      this.#emit({ sentence: target.sentence, word: target.word, ...(play ? {} : { status: 'paused' }) });
      await this.#putClock(stretch, target);
      if (command !== this.#command || this.#current !== stretch) return;
      this.#tellPosition();
      if (play) await this.#start(stretch, command);
      return;
    }
    stretch?.element.pause();
    this.#current = undefined;
    this.#emit({ sentence: target.sentence, word: target.word });
    this.#tellPosition();
    await this.#load(target, play);
  };

  /** To the beginning of the next sentence. */
  readonly nextSentence = (): Promise<void> => this.seek({ sentence: this.#state.sentence + 1, word: 0 });

  /** To the beginning of this sentence, or of the one before when it has hardly begun. */
  readonly previousSentence = (): Promise<void> => {
    const { sentence } = this.#state;
    const sinceStart = this.position - this.#track.secondOf(sentence);
    return this.seek({ sentence: sinceStart > HARDLY_BEGUN ? sentence : sentence - 1, word: 0 });
  };

  /** One word on or back. */
  readonly stepWord = (by: 1 | -1): Promise<void> => {
    const { sentence, word } = this.#place;
    const count = this.#track.sentences[sentence]?.words.length ?? 0;
    if (by > 0 && word + 1 >= count) return this.seek({ sentence: sentence + 1, word: 0 });
    if (by < 0 && word === 0) return this.seek({ sentence: sentence - 1, word: Infinity });
    return this.seek({ sentence, word: word + by });
  };

  /** To the beginning of the next block, or of this one, or of the one before when it has hardly begun. */
  readonly stepBlock = (by: 1 | -1): Promise<void> => {
    const { sentences } = this.#track;
    const { sentence } = this.#state;
    const block = sentences[sentence]?.block ?? 0;
    const first = sentences.findIndex((one) => one.block === block);
    if (by > 0) {
      const next = sentences.findIndex((one) => one.block > block);
      return this.seek({ sentence: next < 0 ? sentences.length - 1 : next, word: 0 });
    }
    const hasBegun = this.position - this.#track.secondOf(first) > HARDLY_BEGUN;
    const before = sentences[first - 1]?.block;
    const target =
      hasBegun || before === undefined ? first : sentences.findIndex((one) => one.block === before);
    return this.seek({ sentence: target, word: 0 });
  };

  /** This sentence from its beginning, and on. */
  readonly repeatSentence = (): Promise<void> => this.seek({ sentence: this.#state.sentence, word: 0 }, true);

  /** Plays from one word to another and stops there, or begins again. */
  readonly playPassage = async (passage: Passage): Promise<void> => {
    const [from, to] = [this.#within(passage.from), this.#within(passage.to)];
    this.#emit({ passage: { from, to, repeat: passage.repeat } });
    await this.seek(from, true);
  };

  /** Plays on beyond the end of the passage. */
  readonly leavePassage = (): void => this.#emit({ passage: undefined });

  /** @param gap silence after each sentence as a share of the sentence's length; 0 for none. */
  readonly setGap = (gap: number): void => {
    if (gap === 0) this.#goOn();
    this.#emit({ gap });
  };

  readonly setRate = (rate: number): void => {
    for (const element of this.#elements) {
      // A load sets the rate back to the default.
      element.defaultPlaybackRate = rate;
      element.playbackRate = rate;
    }
    this.#emit({ rate });
  };

  /** Stops the sound and forgets everybody. */
  readonly dispose = (): void => {
    this.#command += 1;
    clearTimeout(this.#gapTimer);
    cancelAnimationFrame(this.#frame);
    this.#listeners.clear();
    this.#frameListeners.clear();
    for (const element of this.#elements) {
      element.pause();
      element.removeAttribute('src');
      element.load();
    }
  };

  /** Some phones let an element sound by itself only after a touch had to do with it: the first press has to do with both. */
  #unlock(): void {
    if (this.#isUnlocked) return;
    this.#isUnlocked = true;
    for (const element of this.#elements) if (!element.getAttribute('src')) element.load();
  }

  async #load(place: Place, play: boolean): Promise<void> {
    const command = ++this.#command;
    if (play) this.#emit({ status: 'loading', error: undefined });
    try {
      const sounds = await this.#fetch(place.sentence, true);
      // A later command has taken over the element: nothing of this one may touch it.
      if (command !== this.#command) return;
      const stretch = this.#attach(sounds, this.#elements[0]);
      this.#next = undefined;
      this.#current = stretch;
      await this.#putClock(stretch, place);
      if (command !== this.#command || this.#current !== stretch) return;
      this.#tellPosition();
      if (play) await this.#start(stretch, command);
    } catch (error) {
      if (command === this.#command) this.#fail(error);
    }
  }

  /** @param atOnce sound is waited for, so a stretch that is not made yet is one sentence long. */
  async #fetch(sentence: number, atOnce: boolean): Promise<Sounds> {
    const known = this.#track.sentences;
    const { from, to } = this.#source.stretchOf?.(sentence) ?? {
      from: sentence,
      to: this.#track.stretchEnd(sentence, atOnce && known[sentence]?.times === null),
    };
    if (known.slice(from, to).some(({ times }) => times === null))
      this.learn(await this.#source.make(from, to));
    return { from, to, address: await this.#source.audioUrl(from, to) };
  }

  #attach(sounds: Sounds, element: HTMLAudioElement): Stretch {
    element.src = sounds.address;
    return { ...sounds, element };
  }

  async #start(stretch: Stretch, command: number): Promise<void> {
    try {
      await stretch.element.play();
    } catch (error) {
      // A pause or jump while it was starting is no failure.
      if (command === this.#command && !(error instanceof DOMException && error.name === 'AbortError'))
        this.#fail(playbackError(error, isHere(stretch.element)));
      return;
    }
    if (this.#current !== stretch) return;
    this.#emit({ status: 'playing', error: undefined });
    this.#follow();
    this.#loadNext(stretch);
  }

  #loadNext(stretch: Stretch): void {
    if (stretch.to >= this.#track.sentences.length || this.#next?.from === stretch.to) return;
    const spare = this.#elements.find((element) => element !== stretch.element) ?? this.#elements[1];
    const next = this.#fetch(stretch.to, false).then((sounds) => {
      if (this.#next?.stretch !== next) throw new Error('Another place was gone to.');
      return this.#attach(sounds, spare);
    });
    // A failure shows when its turn comes; until then it is only kept from being reported as unhandled.
    next.catch(() => undefined);
    this.#next = { from: stretch.to, stretch: next };
  }

  #onEnded(element: HTMLAudioElement): void {
    const stretch = this.#current;
    if (!stretch || stretch.element !== element) return;
    const last = stretch.to - 1;
    if (this.#mustWait(last)) {
      this.#waitGap(last, () => this.#onEnded(element));
      return;
    }
    const { passage } = this.#state;
    if (passage && comesAfter({ sentence: stretch.to, word: 0 }, passage.to)) {
      this.#endPassage(passage);
      return;
    }
    if (stretch.to >= this.#track.sentences.length) {
      cancelAnimationFrame(this.#frame);
      this.#place = { sentence: 0, word: 0 };
      this.#emit({ status: 'ended', word: -1 });
      this.#tellPosition();
      return;
    }
    const command = ++this.#command;
    this.#loadNext(stretch);
    const waiting = this.#next?.stretch;
    if (!waiting) return;
    const slow = setTimeout(() => command === this.#command && this.#emit({ status: 'loading' }), 150);
    waiting
      .then((next) => {
        if (command !== this.#command) return undefined;
        this.#current = next;
        this.#begunAt = 0;
        this.#next = undefined;
        return this.#start(next, command);
      })
      .catch((error: unknown) => {
        if (command !== this.#command) return;
        this.#next = undefined;
        this.#current = undefined;
        this.#place = { sentence: stretch.to, word: 0 };
        this.#fail(error);
      })
      .finally(() => clearTimeout(slow));
  }

  /** The browser paused it: headphones pulled, another tab took the sound. */
  #onElementPause(element: HTMLAudioElement): void {
    if (
      this.#current?.element === element &&
      this.#state.status === 'playing' &&
      !element.ended &&
      !this.#state.isGap
    )
      this.#emit({ status: 'paused' });
  }

  #onElementError(element: HTMLAudioElement): void {
    if (this.#current?.element !== element || !element.getAttribute('src')) return;
    this.#current = undefined;
    this.#fail(new PlaybackError(isHere(element) ? 'unplayable' : 'not-loaded'));
  }

  #follow(): void {
    cancelAnimationFrame(this.#frame);
    const tick = () => {
      this.#readClock();
      if (this.#state.status === 'playing') this.#frame = requestAnimationFrame(tick);
    };
    this.#frame = requestAnimationFrame(tick);
  }

  #readClock(): void {
    const stretch = this.#current;
    if (!stretch || this.#state.status !== 'playing') return;
    if (this.#state.isGap) return;
    const seconds = this.position;
    const { sentence: before, passage } = this.#state;
    if (this.#mustWait(before) && seconds >= this.#endOf(before)) {
      this.#waitGap(before, () => void this.#start(stretch, this.#command));
      return;
    }
    if (passage && seconds >= this.#endOf(passage.to.sentence, passage.to.word)) {
      this.#endPassage(passage);
      return;
    }
    const sentence = Math.max(stretch.from, Math.min(this.#track.sentenceAt(seconds), stretch.to - 1));
    const word = this.#track.litWord(sentence, seconds);
    this.#place = { sentence, word: this.#track.wordBefore(sentence, seconds) };
    if (sentence !== this.#state.sentence || word !== this.#state.word) this.#emit({ sentence, word });
    this.#tellPosition();
  }

  /** Whether a gap is due after a sentence. */
  #mustWait(sentence: number): boolean {
    return this.#state.gap > 0 && this.#gapAfter !== sentence && !this.#state.isGap;
  }

  /** Is silent for the gap after a sentence, then does what comes next; the sound stands still meanwhile. */
  #waitGap(sentence: number, then: () => void): void {
    this.#gapAfter = sentence;
    const { samples = 0 } = this.#track.sentences[sentence] ?? {};
    const seconds = (samples / this.#track.sampleRate / this.#state.rate) * this.#state.gap;
    this.#emit({ isGap: true, word: -1 });
    this.#current?.element.pause();
    this.#afterGap = then;
    this.#gapTimer = setTimeout(() => this.#goOn(), seconds * 1000);
  }

  /** Ends a gap that lasts and does what was to come after it. */
  #goOn(): void {
    const then = this.#afterGap;
    this.#endGap();
    then?.();
  }

  #endGap(): void {
    clearTimeout(this.#gapTimer);
    this.#afterGap = undefined;
    if (this.#state.isGap) this.#emit({ isGap: false });
  }

  #endPassage(passage: Passage): void {
    if (passage.repeat) {
      void this.seek(passage.from, true);
      return;
    }
    this.pause();
    this.#place = passage.to;
    this.#emit({ passage: undefined, sentence: passage.to.sentence, word: passage.to.word });
  }

  /** The second at which a sentence, or one of its words, has been heard. */
  #endOf(sentence: number, word?: number): number {
    const found = this.#track.sentences[sentence];
    if (!found) return Infinity;
    const inner = word === undefined ? found.samples : (found.times?.[word]?.[1] ?? found.samples);
    return this.#track.secondOf(sentence) + inner / this.#track.sampleRate;
  }

  #isGoing(): boolean {
    return this.#state.status === 'playing' || this.#state.status === 'loading';
  }

  #within(place: Place): Place {
    const sentence = Math.max(0, Math.min(place.sentence, this.#track.sentences.length - 1));
    const count = this.#track.sentences[sentence]?.words.length ?? 1;
    return { sentence, word: Math.max(0, Math.min(place.word, count - 1)) };
  }

  #secondsOf(place: Place): number {
    return this.#track.secondOf(place.sentence, place.word);
  }

  /**
   * Puts a stretch's clock to where a place is heard, once the element knows its sound: WebKit never plays an element whose
   * clock was set before that (7 of 12 jumps hung).
   */
  async #putClock({ from, element }: Stretch, place: Place): Promise<void> {
    this.#begunAt = this.#secondsOf(place) - this.#track.secondOf(from);
    // A new sound begins at its beginning by itself.
    if (this.#begunAt === 0 && element.readyState < HAVE_METADATA) return;
    const asked = element.src;
    await metadataOf(element);
    if (element.src === asked) element.currentTime = this.#begunAt;
  }

  #fail(error: unknown): void {
    cancelAnimationFrame(this.#frame);
    this.#emit({ status: 'failed', error: error instanceof Error ? error : new Error(String(error)) });
  }

  #emit(change: Partial<PlayerState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }

  #tellPosition(): void {
    const seconds = this.position;
    for (const listener of this.#frameListeners) listener(seconds);
  }
}

/** Whether an element's sound has arrived already: where it fails then, the device cannot play it. */
function isHere({ src }: HTMLAudioElement): boolean {
  return src.startsWith('blob:');
}

/** Waits until an element knows how long its sound is; an error ends the wait, and is told by the element's own event. */
function metadataOf(element: HTMLAudioElement): Promise<void> {
  if (!(element.readyState < HAVE_METADATA)) return Promise.resolve();
  return new Promise((resolve) => {
    const end = () => {
      for (const event of ENDS) element.removeEventListener(event, end);
      resolve();
    };
    for (const event of ENDS) element.addEventListener(event, end);
  });
}

/** Whether one place comes after another in the text. */
function comesAfter(one: Place, other: Place): boolean {
  return one.sentence > other.sentence || (one.sentence === other.sentence && one.word > other.word);
}

function isWithin(place: Place, { from, to }: Passage): boolean {
  return !comesAfter(from, place) && !comesAfter(place, to);
}
