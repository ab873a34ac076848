import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

/** A port that nobody listens on. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => {
        if (typeof address === 'object' && address) resolve(address.port);
        else reject(new Error('no port'));
      });
    });
  });
}

/** Starts a program of the tests' own and waits until it is ready. */
export async function startProgram(
  command: string,
  args: readonly string[],
  {
    environment,
    isReady,
    seconds = 30,
  }: { environment: NodeJS.ProcessEnv; isReady: () => Promise<boolean>; seconds?: number },
): Promise<ChildProcess> {
  const child = spawn(command, args, { env: environment, stdio: ['ignore', 'ignore', 'inherit'] });
  const end = Date.now() + seconds * 1000;
  while (Date.now() < end) {
    if (await isReady().catch(() => false)) return child;
    await sleep(100);
  }
  child.kill();
  throw new Error(`${command} was not ready within ${seconds} s.`);
}

/** A folder that is removed with its content. */
export function temporaryFolder(): { folder: string; remove: () => void } {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-browsers-'));
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

/** Whether somebody listens on a port of this machine. */
export function isListening(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}
