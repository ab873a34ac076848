import { UsageError } from './usage.ts';
import { importDocument } from './verbs/import.ts';
import { photo } from './verbs/photo.ts';
import { speak } from './verbs/speak.ts';
import { spoken } from './verbs/spoken.ts';
import { voices } from './verbs/voices.ts';

/** The terminal: `aurel <verb>`. Wrong use exits with 2, failed work with 1, each after one clear line on standard error. */
const VERBS: Readonly<Record<string, (args: string[]) => void | Promise<void>>> = {
  voices,
  spoken,
  speak,
  import: importDocument,
  photo,
};

const [verb = '', ...args] = process.argv.slice(2);
try {
  const run = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
  if (!run)
    throw new UsageError(
      `${verb === '' ? 'A verb is missing' : `There is no verb “${verb}”`}. Verbs: ${Object.keys(VERBS).join(', ')}.`,
    );
  await run(args);
} catch (error) {
  process.stderr.write(`aurel: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = error instanceof UsageError ? 2 : 1;
}
