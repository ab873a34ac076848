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

function isOnPath(command: string, searchPath: string): boolean {
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
