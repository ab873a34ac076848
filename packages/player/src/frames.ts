/** Does something at every frame that the screen draws. */
export class Frames {
  #request = 0;

  /** @param tick says whether it is to be called at the next frame too. */
  follow(tick: () => boolean): void {
    this.stop();
    const look = () => {
      if (tick()) this.#request = requestAnimationFrame(look);
    };
    this.#request = requestAnimationFrame(look);
  }

  stop(): void {
    cancelAnimationFrame(this.#request);
  }
}
