import type { Readable } from 'node:stream';

/** Where a verb reads from and writes to. */
export interface Terminal {
  /** Standard input. */
  readonly input: Readable;
  /** Writes results to standard output, as they are. */
  readonly output: (text: string) => void;
  /** Writes a line for people to standard error. */
  readonly message: (line: string) => void;
}

/** The terminal of this process. */
export const processTerminal: Terminal = {
  input: process.stdin,
  output: (text) => process.stdout.write(text),
  message: (line) => process.stderr.write(`aurel: ${line}\n`),
};
