/** Does something at every frame that the screen draws. */
export class Frames {
  #request = 0;

  /** @param tick says whether it is to be called at the next frame too. */
  follow(onFrame: () => boolean): void {
    this.stop();
    const step = () => {
      if (onFrame()) this.#request = requestAnimationFrame(step);
    };
    this.#request = requestAnimationFrame(step);
  }

  stop(): void {
    cancelAnimationFrame(this.#request);
  }
}
