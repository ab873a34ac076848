import { UsageError } from './usage.ts';

/** The terminal: `aurel <verb>`. Wrong use exits with 2, failed work with 1, each after one clear line on standard error. */
type Verb = (args: string[]) => void | Promise<void>;

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

const [verb = '', ...args] = process.argv.slice(2);
try {
  const load = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
  if (!load)
    throw new UsageError(
      `${verb === '' ? 'A verb is missing' : `There is no verb “${verb}”`}. Verbs: ${Object.keys(VERBS).join(', ')}.`,
    );
  const run = await load();
  await run(args);
} catch (error) {
  process.stderr.write(`aurel: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = error instanceof UsageError ? 2 : 1;
}
