import { languageOf } from '@aurelfield/core/text';

/**
 * How a recogniser names a language; nothing where it is not known, which leaves the choice to the
 * recogniser.
 */
export function recogniserCode(language: string): string[] {
  const { recogniserCode: code } = languageOf(language);
  return code === undefined ? [] : [code];
}
