import type { Terminal } from './terminal.ts';
import { UsageError } from './usage.ts';

type Verb = (args: string[], terminal: Terminal) => void | Promise<void>;

/** Each verb loads what it needs: listing voices need not wait for what reads documents. */
const VERBS: Readonly<Record<string, () => Promise<Verb>>> = {
  voices: async () => (await import('./verbs/voices.ts')).voices,
  spoken: async () => (await import('./verbs/spoken.ts')).spoken,
  speak: async () => (await import('./verbs/speak.ts')).speak,
  import: async () => (await import('./verbs/import.ts')).importDocument,
  export: async () => (await import('./verbs/export.ts')).exportDocument,
  set: async () => (await import('./verbs/set.ts')).makeSet,
  photo: async () => (await import('./verbs/photo.ts')).photo,
  align: async () => (await import('./verbs/align.ts')).align,
};

/**
 * Runs `aurel VERB …`.
 * @param args what follows the program's name.
 * @returns the exit status: 0, 1 when the work failed, 2 when it was called wrongly; the last two after one
 * clear line.
 */
export async function run(args: readonly string[], terminal: Terminal): Promise<0 | 1 | 2> {
  const [verb = '', ...rest] = args;
  try {
    const load = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
    if (!load)
      throw new UsageError(
        `${verb === '' ? 'A verb is missing' : `There is no verb “${verb}”`}. Verbs: ${Object.keys(VERBS).join(', ')}.`,
      );
    await (
      await load()
    )(rest, terminal);
    return 0;
  } catch (error) {
    terminal.message(error instanceof Error ? error.message : String(error));
    return error instanceof UsageError ? 2 : 1;
  }
}
