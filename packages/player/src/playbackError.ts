/**
 * Why no sound is heard. `blocked`: the browser wants a press first; `unplayable`: this device cannot play
 * it; `not-loaded`: it did not arrive.
 */
export class PlaybackError extends Error {
  override readonly name = 'PlaybackError';
  readonly kind: 'blocked' | 'unplayable' | 'not-loaded';

  constructor(kind: PlaybackError['kind']) {
    super(MESSAGES[kind]);
    this.kind = kind;
  }
}

const MESSAGES: Readonly<Record<PlaybackError['kind'], string>> = {
  blocked: 'Press Play to hear it.',
  unplayable: 'This device can’t play the sound. Check its sound, or try another browser.',
  'not-loaded': 'The sound didn’t load. Check the network, then press Play.',
};

/**
 * The error of a call of `play()`, in our words: browsers' own are for programmers.
 * @param isHere whether the sound has arrived.
 */
export function playbackError(error: unknown, isHere: boolean): unknown {
  if (!(error instanceof DOMException)) return error;
  if (error.name === 'NotAllowedError') return new PlaybackError('blocked');
  return new PlaybackError(isHere ? 'unplayable' : 'not-loaded');
}
