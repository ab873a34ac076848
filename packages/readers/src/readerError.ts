/** A document cannot be read; the message says what is wrong and what to do, for people. */
export class ReaderError extends Error {
  override readonly name = 'ReaderError';
  readonly code: string;

  constructor(code: string, message: string) {
    super(message);
    this.code = code;
  }
}
