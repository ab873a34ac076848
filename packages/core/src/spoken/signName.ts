import names from './signNames.json' with { type: 'json' };

const NAMES: Readonly<Record<string, string>> = names;

/**
 * The words of the English name of a sign that no rule says (Unicode CLDR annotations; `npm run names`);
 * `undefined` for one without.
 */
export function signName(text: string): string[] | undefined {
  const name = Object.hasOwn(NAMES, text) ? NAMES[text] : undefined;
  return name?.split(/[^\p{L}\p{N}']+/u).filter((word) => word !== '');
}
