import { dictionary } from 'cmu-pronouncing-dictionary';
import { OWN_WORDS } from './ownWords.ts';

/**
 * Prefixes of units in the dictionary's alphabet, stressed as names of units are: on the prefix, the unit
 * keeping its vowel. From memory.
 */
// prettier-ignore
const PREFIXES: Readonly<Record<string, string>> = {
  pico: 'P IY1 K OW0', nano: 'N AE1 N OW0', micro: 'M AY1 K R OW0', milli: 'M IH1 L IH0', centi: 'S EH1 N T IH0', deci: 'D EH1 S IH0', deca: 'D EH1 K AH0', hecto: 'HH EH1 K T OW0', kilo: 'K IH1 L AH0', mega: 'M EH1 G AH0', giga: 'G IH1 G AH0', tera: 'T EH1 R AH0', peta: 'P EH1 T AH0',
  kibi: 'K IH1 B IY0', mebi: 'M EH1 B IY0', gibi: 'G IH1 B IY0',
};

/**
 * Every pronunciation that the CMU dictionary, or our addition to it, has for a word, in ARPABET; for the
 * name of a unit with a prefix, those of its parts.
 */
export function meantSounds(word: string): string[] {
  const own = Object.hasOwn(OWN_WORDS, word) ? OWN_WORDS[word] : undefined;
  const found = [
    ...['', '(1)', '(2)', '(3)'].flatMap((nth) => dictionary[word + nth] ?? []),
    ...(own === undefined ? [] : own.split(' | ')),
  ];
  if (found.length > 0) return found;
  const [, prefix = '', unit = ''] =
    /^(pico|nano|micro|milli|centi|deci|deca|hecto|kilo|mega|giga|tera|peta|kibi|mebi|gibi)(.{3,})$/u.exec(
      word,
    ) ?? [];
  const before = PREFIXES[prefix];
  if (before === undefined) return [];
  return meantSounds(unit).map((sounds) => `${before} ${sounds.replaceAll('1', '2')}`);
}
