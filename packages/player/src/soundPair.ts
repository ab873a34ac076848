import { knowsItsSound, metadataOf } from './soundElement.ts';

/** Some sentences in a row whose clips are made. */
export interface Sounds {
  readonly from: number;
  readonly to: number;
  readonly address: string;
}

/** One piece of sound, loaded into an audio element. */
export interface SoundSegment extends Sounds {
  readonly element: HTMLAudioElement;
}

/** What an element tells of. */
export interface SoundEvents {
  readonly onEnded: (element: HTMLAudioElement) => void;
  readonly onError: (element: HTMLAudioElement) => void;
  /** Somebody paused it, or the browser did. */
  readonly onPause: (element: HTMLAudioElement) => void;
}

/** Two audio elements that play in turn: while one plays, the other loads what follows. */
export class SoundPair {
  readonly #elements: readonly [HTMLAudioElement, HTMLAudioElement];
  #isUnlocked = false;

  constructor(createElement: () => HTMLAudioElement, { onEnded, onError, onPause }: SoundEvents) {
    this.#elements = [createElement(), createElement()];
    for (const element of this.#elements) {
      element.preload = 'auto';
      element.addEventListener('ended', () => onEnded(element));
      element.addEventListener('error', () => onError(element));
      element.addEventListener('pause', () => onPause(element));
    }
  }

  /** Has the first element load a piece of sound. */
  load(sounds: Sounds): SoundSegment {
    return attached(sounds, this.#elements[0]);
  }

  /** Has the element that does not play load a piece of sound. */
  loadAhead(sounds: Sounds, { element: playing }: SoundSegment): SoundSegment {
    const [first, second] = this.#elements;
    return attached(sounds, first === playing ? second : first);
  }

  /**
   * Some phones let an element sound by itself only after a touch had to do with it: the first press has to
   * do with both.
   */
  unlock(): void {
    if (this.#isUnlocked) return;
    this.#isUnlocked = true;
    for (const element of this.#elements) if (!element.getAttribute('src')) element.load();
  }

  setRate(rate: number): void {
    for (const element of this.#elements) {
      // A load sets the rate back to the default.
      element.defaultPlaybackRate = rate;
      element.playbackRate = rate;
    }
  }

  /** Stops the sound and lets go of it. */
  dispose(): void {
    for (const element of this.#elements) {
      element.pause();
      element.removeAttribute('src');
      element.load();
    }
  }
}

function attached(sounds: Sounds, element: HTMLAudioElement): SoundSegment {
  element.src = sounds.address;
  return { ...sounds, element };
}

/**
 * Puts an element's clock to a second of its sound, once it knows that sound: WebKit never plays an element
 * whose clock was set before that (7 of 12 jumps hung). A new sound begins at its beginning by itself.
 */
export async function putClock(element: HTMLAudioElement, seconds: number): Promise<void> {
  if (seconds === 0 && !knowsItsSound(element)) return;
  const asked = element.src;
  await metadataOf(element);
  if (element.src === asked) element.currentTime = seconds;
}
