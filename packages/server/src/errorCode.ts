/** The code that Node gives an error of its own; empty for any other. */
export function codeOf(error: unknown): string {
  return error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : '';
}
