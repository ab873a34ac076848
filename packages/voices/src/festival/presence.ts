import { spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync } from 'node:fs';
import path from 'node:path';
import { FESTIVAL_VOICES, type FestivalVoice } from './voices.ts';

/** What of the engine is on this machine. */
export interface FestivalPresence {
  readonly voices: readonly FestivalVoice[];
  /** Debian packages that are not installed. */
  readonly missing: readonly string[];
}

/** Looks for the program and its voices. */
export function findFestival(command: string, searchPath = process.env.PATH ?? ''): FestivalPresence {
  const isProgramThere = isOnPath(command, searchPath);
  const there = FESTIVAL_VOICES.filter(({ file }) => existsSync(file));
  return {
    voices: isProgramThere ? there : [],
    missing: [
      ...(isProgramThere ? [] : ['festival']),
      ...FESTIVAL_VOICES.filter((voice) => !there.includes(voice)).map(({ debianPackage }) => debianPackage),
    ],
  };
}

/** Whether a program is there. */
export function isOnPath(command: string, searchPath: string): boolean {
  if (path.isAbsolute(command)) return existsSync(command);
  return searchPath.split(path.delimiter).some((folder) => {
    try {
      accessSync(path.join(folder, command), constants.X_OK);
      return true;
    } catch {
      return false;
    }
  });
}

/** The program's own word for its release, e.g. "festival-2.5.0"; its name alone where it does not tell. */
export function programVersion(command: string): string {
  const output = spawnSync(command, ['--version'], { encoding: 'utf8', timeout: 5000 });
  return `festival-${/(\d+\.\d+(?:\.\d+)?)/u.exec(output.stdout ?? '')?.[1] ?? 'unknown'}`;
}
