import { parseArgs, type ParseArgsConfig } from 'node:util';

/** The command was written wrongly; the message says how. */
export class UsageError extends Error {}

type ParsedArgs<T extends NonNullable<ParseArgsConfig['options']>> = ReturnType<
  typeof parseArgs<{ args: string[]; options: T; allowPositionals: true; strict: true }>
>;

/** Parses a verb's arguments. @throws UsageError for unknown flags and missing values. */
export function readArgs<T extends NonNullable<ParseArgsConfig['options']>>(
  args: string[],
  options: T,
): ParsedArgs<T> {
  try {
    return parseArgs({ args, options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}

/** A number from a flag. @throws UsageError when it is none or out of range. */
export function numberFlag(
  name: string,
  text: string,
  { min, max }: { readonly min: number; readonly max: number },
): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < min || value > max) {
    throw new UsageError(`--${name} takes a number from ${min} to ${max}, not “${text}”.`);
  }
  return value;
}

/** A language tag from a flag. @throws UsageError when it is none. */
export function languageFlag(text: string): string {
  try {
    return Intl.getCanonicalLocales(text)[0] ?? text;
  } catch {
    throw new UsageError(`--lang takes a language tag such as en-GB, not “${text}”.`);
  }
}
