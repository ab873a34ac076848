import { spawn, spawnSync } from 'node:child_process';

/** A program that this computer does not have. */
export class ProgramMissing extends Error {
  override readonly name = 'ProgramMissing';
}

export interface ProgramOptions {
  /** What it reads from its standard input; nothing by default. */
  readonly input?: Uint8Array | undefined;
  /** Milliseconds, after which it is ended. */
  readonly timeout: number;
  readonly env?: NodeJS.ProcessEnv;
}

/** Whether the system can end a program with the process that started it (util-linux, on every Debian). */
export const canTie = spawnSync('setpriv', ['--version'], { stdio: 'ignore' }).status === 0;
/** How a shell, and whoever starts programs for others, says that there is no such program. */
const NOT_FOUND = 127;
const MESSAGE_LENGTH = 400;

/**
 * Runs a program that the system ends when this process ends, however that comes.
 * @returns what it wrote to its standard output.
 * @throws ProgramMissing, or an Error with the last that it wrote to its standard error.
 */
export function runProgram(
  program: string,
  args: readonly string[],
  { input, timeout, env = process.env }: ProgramOptions,
): Promise<Buffer> {
  const [first, ...others] = canTie ? ['setpriv', '--pdeathsig', 'KILL', program] : [program];
  return new Promise((resolve, reject) => {
    const child = spawn(first ?? program, [...others, ...args], { env, timeout, killSignal: 'SIGKILL' });
    const out: Buffer[] = [];
    let message = '';
    child.stdout.on('data', (chunk: Buffer) => out.push(chunk));
    child.stderr.on(
      'data',
      (chunk: Buffer) => (message = (message + chunk.toString()).slice(-MESSAGE_LENGTH)),
    );
    child.stdin.on('error', () => undefined);
    child.stdin.end(input);
    child.on('error', () => reject(new ProgramMissing(program)));
    child.on('close', (code) => {
      if (code === 0) resolve(Buffer.concat(out));
      else if (code === NOT_FOUND) reject(new ProgramMissing(program));
      else reject(new Error(message.trim() || 'it took too long'));
    });
  });
}
