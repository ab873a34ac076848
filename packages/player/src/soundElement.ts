/** `readyState` of a media element that knows the length of its sound (HTML, 4.8.11.7). */
const HAVE_METADATA = 1;
/** Events that end the wait for it. */
const ENDS = ['loadedmetadata', 'error'] as const;

/** Whether an element's sound has arrived already: where it fails then, the device cannot play it. */
export function isHere({ src }: HTMLAudioElement): boolean {
  return src.startsWith('blob:');
}

/** Whether an element knows how long its sound is. */
export function knowsItsSound({ readyState }: HTMLAudioElement): boolean {
  // A stand-in of a test has no such state: it has nothing to wait for.
  return !(readyState < HAVE_METADATA);
}

/** Waits until an element knows its duration. An error ends the wait; the element's own event reports it. */
export function metadataOf(element: HTMLAudioElement): Promise<void> {
  if (knowsItsSound(element)) return Promise.resolve();
  return new Promise((resolve) => {
    const end = () => {
      for (const event of ENDS) element.removeEventListener(event, end);
      resolve();
    };
    for (const event of ENDS) element.addEventListener(event, end);
  });
}
