import { standardEngines, VoiceRegistry } from '@aurelfield/voices';
import type { Terminal } from '../terminal.ts';
import { readArgs, UsageError } from '../usage.ts';

/** `voices`: all voices as a JSON list. */
export function voices(args: string[], terminal: Terminal): void {
  if (readArgs(args, {}).positionals.length > 0) throw new UsageError('voices takes no arguments.');
  const registry = new VoiceRegistry(standardEngines());
  // prettier-ignore
  const list = registry.voices.map(({ id, label, language, region, timbre, engine, sampleRate, timings }) => ({
    id, label, language, region, timbre, engine, sampleRate, timings,
  }));
  terminal.output(`${JSON.stringify(list, null, 2)}\n`);
}
