/**
 * Something that was asked for cannot be done: a word for the program, and one sentence for a person that
 * says what is wrong and what to do. Which answer that is over HTTP is decided in `http/errorHandler.ts`.
 */
export class AppError extends Error {
  override readonly name = 'AppError';
  readonly code: string;

  constructor(code: string, message: string) {
    super(message);
    this.code = code;
  }
}

export const notFound = (what: string) => new AppError('not-found', `${what} is not here (any more).`);
