import type { ChildProcess } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { EngineOptions } from './engines.ts';
import { isListening, startProgram, temporaryFolder } from './programs.ts';

/**
 * Starts WebKitGTK's driver. It has no setting for host names, so that it runs in a mount namespace with a
 * hosts file of its own; what it looks for elsewhere on the machine stays.
 */
export async function webkitDriver(
  port: number,
  { host, environment }: EngineOptions,
): Promise<{ readonly process: ChildProcess; readonly stop: () => void }> {
  const { folder, remove } = temporaryFolder();
  const hosts = path.join(folder, 'hosts');
  writeFileSync(hosts, `${readFileSync('/etc/hosts', 'utf8')}\n127.0.0.1 ${host}\n`);
  const command = `mount --bind ${hosts} /etc/hosts && exec WebKitWebDriver --port=${port} --host=127.0.0.1`;
  const asRoot = process.getuid?.() === 0 ? [] : ['--map-root-user'];
  const driver = await startProgram('unshare', [...asRoot, '--mount', 'sh', '-c', command], {
    environment,
    isReady: () => isListening(port),
  });
  return { process: driver, stop: remove };
}
