import type { ReadingSentence } from '@aurelfield/api';
import type { Track } from '@aurelfield/core/timeline';
import {
  comesAfter,
  isWithin,
  nearestPlace,
  secondAfter,
  type Passage,
  type Place,
  type PlayerSentence,
} from './place.ts';
import { Frames } from './frames.ts';
import { GapTimer } from './gapTimer.ts';
import { PlaybackError, playbackError } from './playbackError.ts';
import { BEGINNING, type PlayerState } from './playerState.ts';
import { fetchSounds, type PlayerSource } from './playerSource.ts';
import { isHere } from './soundElement.ts';
import { putClock, SoundPair, type Sounds, type SoundSegment } from './soundPair.ts';
import { blockStep, sentenceBack, wordStep } from './steps.ts';

/**
 * Plays a reading stretch by stretch with two audio elements in turn: while one plays, the other loads what
 * follows; the change falls into the pause between two sentences. What is lit is read off the playing
 * element's clock at every frame.
 */
export class ReadingPlayer<S extends PlayerSentence = ReadingSentence> {
  readonly #source: PlayerSource<S>;
  readonly #sounds: SoundPair;
  readonly #listeners = new Set<() => void>();
  readonly #frameListeners = new Set<(seconds: number) => void>();
  #state: PlayerState = BEGINNING;
  #track: Track<S>;
  #current: SoundSegment | undefined;
  #next: { readonly from: number; readonly segment: Promise<SoundSegment> } | undefined;
  readonly #frames = new Frames();
  /** Counts commands, so that an answer that comes late to an older one is dropped. */
  #command = 0;
  #place: Place = { sentence: 0, word: 0 };
  /** The sentence whose gap has been waited for. */
  #gapAfter = -1;
  /** The second of its sound at which the current stretch was begun. */
  #begunAt = 0;
  readonly #gap = new GapTimer();

  constructor(
    source: PlayerSource<S>,
    track: Track<S>,
    place: Place,
    createElement: () => HTMLAudioElement = () => new Audio(),
  ) {
    this.#source = source;
    this.#track = track;
    this.#sounds = new SoundPair(createElement, {
      onEnded: (element) => this.#onEnded(element),
      onError: (element) => this.#onElementError(element),
      onPause: (element) => this.#onElementPause(element),
    });
    this.#place = nearestPlace(this.#track, place);
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

  /**
   * Seconds from the beginning of the whole reading. A clock that stands just before the word it was put to,
   * until the sound begins, does not count.
   */
  get position(): number {
    const segment = this.#current;
    if (!segment) return this.#track.secondOf(this.#place.sentence, this.#place.word);
    return this.#track.secondOf(segment.from) + Math.max(segment.element.currentTime, this.#begunAt);
  }

  /** The word to go on with after a stop or reload. */
  get place(): Place {
    return this.#place;
  }

  /** The element whose clock is followed; for tests that listen. */
  get element(): HTMLAudioElement | undefined {
    return this.#current?.element;
  }

  /** Subscribes to changes of {@link state} and {@link track}. @returns unsubscribe. */
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
    this.#reportPosition();
  };

  /** Loads what would be played next, so that play sounds at once. */
  readonly prepare = async (): Promise<void> => {
    if (this.#current || this.#state.status !== 'paused' || this.#track.sentences.length === 0) return;
    await this.#load(this.#place, false);
  };

  readonly play = async (): Promise<void> => {
    this.#sounds.unlock();
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
    if (play) this.#sounds.unlock();
    const target = nearestPlace(this.#track, place);
    const segment = this.#current;
    this.#place = target;
    this.#endGap();
    this.#gapAfter = -1;
    const { passage, jumps } = this.#state;
    const isLeft = passage && !isWithin(target, passage);
    this.#emit({ jumps: jumps + 1, ...(isLeft ? { passage: undefined } : {}) });
    if (segment && target.sentence >= segment.from && target.sentence < segment.to) {
      const command = ++this.#command;
      this.#emit({ sentence: target.sentence, word: target.word, ...(play ? {} : { status: 'paused' }) });
      await this.#putClock(segment, target);
      if (command !== this.#command || this.#current !== segment) return;
      this.#reportPosition();
      if (play) await this.#start(segment, command);
      return;
    }
    segment?.element.pause();
    this.#current = undefined;
    this.#emit({ sentence: target.sentence, word: target.word });
    this.#reportPosition();
    await this.#load(target, play);
  };

  /** To the beginning of the next sentence. */
  readonly nextSentence = (): Promise<void> => this.seek({ sentence: this.#state.sentence + 1, word: 0 });

  /** To the beginning of this sentence, or of the one before when it has hardly begun. */
  readonly previousSentence = (): Promise<void> =>
    this.seek(sentenceBack(this.#track, this.#state.sentence, this.position));

  /** One word on or back. */
  readonly stepWord = (by: 1 | -1): Promise<void> => this.seek(wordStep(this.#track, this.#place, by));

  /** To the beginning of the next block, or of this one, or of the one before when it has hardly begun. */
  readonly stepBlock = (by: 1 | -1): Promise<void> =>
    this.seek(blockStep(this.#track, this.#state.sentence, this.position, by));

  /** This sentence from its beginning, and on. */
  readonly repeatSentence = (): Promise<void> => this.seek({ sentence: this.#state.sentence, word: 0 }, true);

  /** Plays from one word to another and stops there, or begins again. */
  readonly playPassage = async (passage: Passage): Promise<void> => {
    const [from, to] = [nearestPlace(this.#track, passage.from), nearestPlace(this.#track, passage.to)];
    this.#emit({ passage: { from, to, repeat: passage.repeat } });
    await this.seek(from, true);
  };

  /** Plays on beyond the end of the passage. */
  readonly leavePassage = (): void => this.#emit({ passage: undefined });

  /** @param gap silence after each sentence as a share of the sentence's length; 0 for none. */
  readonly setGap = (gap: number): void => {
    if (gap === 0) this.#gap.finish();
    this.#emit({ gap });
  };

  readonly setRate = (rate: number): void => {
    this.#sounds.setRate(rate);
    this.#emit({ rate });
  };

  /** Stops the sound and forgets everybody. */
  readonly dispose = (): void => {
    this.#command += 1;
    this.#gap.cancel();
    this.#frames.stop();
    this.#listeners.clear();
    this.#frameListeners.clear();
    this.#sounds.dispose();
  };

  async #load(place: Place, play: boolean): Promise<void> {
    const command = ++this.#command;
    if (play) this.#emit({ status: 'loading', error: undefined });
    try {
      const sounds = await this.#fetch(place.sentence, true);
      // A later command has taken over the element: nothing of this one may touch it.
      if (command !== this.#command) return;
      const segment = this.#sounds.load(sounds);
      this.#next = undefined;
      this.#current = segment;
      await this.#putClock(segment, place);
      if (command !== this.#command || this.#current !== segment) return;
      this.#reportPosition();
      if (play) await this.#start(segment, command);
    } catch (error) {
      if (command === this.#command) this.#fail(error);
    }
  }

  #fetch(sentence: number, atOnce: boolean): Promise<Sounds> {
    return fetchSounds(this.#source, this.#track, { sentence, atOnce, onMade: this.learn });
  }

  async #start(segment: SoundSegment, command: number): Promise<void> {
    try {
      await segment.element.play();
    } catch (error) {
      // A pause or jump while it was starting is no failure.
      if (command === this.#command && !(error instanceof DOMException && error.name === 'AbortError'))
        this.#fail(playbackError(error, isHere(segment.element)));
      return;
    }
    if (this.#current !== segment) return;
    this.#emit({ status: 'playing', error: undefined });
    this.#frames.follow(() => {
      this.#readClock();
      return this.#state.status === 'playing';
    });
    this.#loadNext(segment);
  }

  #loadNext(segment: SoundSegment): void {
    if (segment.to >= this.#track.sentences.length || this.#next?.from === segment.to) return;
    const next = this.#fetch(segment.to, false).then((sounds) => {
      if (this.#next?.segment !== next) throw new Error('Another place was gone to.');
      return this.#sounds.loadAhead(sounds, segment);
    });
    // A failure shows when its turn comes; until then it is only kept from being reported as unhandled.
    next.catch(() => undefined);
    this.#next = { from: segment.to, segment: next };
  }

  #onEnded(element: HTMLAudioElement): void {
    const segment = this.#current;
    if (!segment || segment.element !== element) return;
    const last = segment.to - 1;
    if (this.#mustWait(last)) {
      this.#waitGap(last, () => this.#onEnded(element));
      return;
    }
    const { passage } = this.#state;
    if (passage && comesAfter({ sentence: segment.to, word: 0 }, passage.to)) {
      this.#endPassage(passage);
      return;
    }
    if (segment.to >= this.#track.sentences.length) {
      this.#frames.stop();
      this.#place = { sentence: 0, word: 0 };
      this.#emit({ status: 'ended', word: -1 });
      this.#reportPosition();
      return;
    }
    const command = ++this.#command;
    this.#loadNext(segment);
    const waiting = this.#next?.segment;
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
        this.#place = { sentence: segment.to, word: 0 };
        this.#fail(error);
      })
      .finally(() => clearTimeout(slow));
  }

  /** The browser paused it: headphones pulled, another tab took the sound. */
  #onElementPause(element: HTMLAudioElement): void {
    const { status, isGap } = this.#state;
    const isPlayed = this.#current?.element === element && status === 'playing' && !isGap;
    if (isPlayed && !element.ended) this.#emit({ status: 'paused' });
  }

  #onElementError(element: HTMLAudioElement): void {
    if (this.#current?.element !== element || !element.getAttribute('src')) return;
    this.#current = undefined;
    this.#fail(new PlaybackError(isHere(element) ? 'unplayable' : 'not-loaded'));
  }

  #readClock(): void {
    const segment = this.#current;
    const { status, isGap, sentence: before, passage } = this.#state;
    if (!segment || status !== 'playing' || isGap) return;
    const seconds = this.position;
    if (this.#mustWait(before) && seconds >= secondAfter(this.#track, before)) {
      this.#waitGap(before, () => void this.#start(segment, this.#command));
      return;
    }
    if (passage && seconds >= secondAfter(this.#track, passage.to.sentence, passage.to.word)) {
      this.#endPassage(passage);
      return;
    }
    const sentence = Math.max(segment.from, Math.min(this.#track.sentenceAt(seconds), segment.to - 1));
    const word = this.#track.highlightedWord(sentence, seconds);
    this.#place = { sentence, word: this.#track.wordBefore(sentence, seconds) };
    if (sentence !== this.#state.sentence || word !== this.#state.word) this.#emit({ sentence, word });
    this.#reportPosition();
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
    this.#gap.wait(seconds, () => {
      this.#emit({ isGap: false });
      then();
    });
  }

  #endGap(): void {
    this.#gap.cancel();
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

  #isGoing(): boolean {
    return this.#state.status === 'playing' || this.#state.status === 'loading';
  }

  /** Puts a piece's clock to where a place is heard. */
  async #putClock({ from, element }: SoundSegment, place: Place): Promise<void> {
    this.#begunAt = this.#track.secondOf(place.sentence, place.word) - this.#track.secondOf(from);
    await putClock(element, this.#begunAt);
  }

  #fail(error: unknown): void {
    this.#frames.stop();
    this.#emit({ status: 'failed', error: error instanceof Error ? error : new Error(String(error)) });
  }

  #emit(change: Partial<PlayerState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }

  #reportPosition(): void {
    const seconds = this.position;
    for (const listener of this.#frameListeners) listener(seconds);
  }
}
