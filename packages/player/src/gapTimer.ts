/** The silence after a sentence, and what comes after it. */
export class GapTimer {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #then: (() => void) | undefined;

  /** Calls back after so many seconds, unless cancelled. */
  wait(seconds: number, then: () => void): void {
    this.cancel();
    this.#then = then;
    this.#timer = setTimeout(() => this.finish(), seconds * 1000);
  }

  /** Ends the silence now, and does what was to come after it. */
  finish(): void {
    const then = this.#then;
    this.cancel();
    then?.();
  }

  /** Ends the silence; nothing comes after it. */
  cancel(): void {
    clearTimeout(this.#timer);
    this.#then = undefined;
  }
}
