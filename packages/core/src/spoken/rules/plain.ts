/**
 * A word said as it is written: hyphens, slashes and other joints part it, letters and digits are told apart,
 * and what is neither is left to the engine. Never empty.
 */
export function plainWords(text: string): string[] {
  const pieces = text
    .normalize('NFC')
    .replace(/[’‘ʼ]/gu, "'")
    .split(/[^\p{L}\p{M}\p{N}']+|(?<=\p{L})(?=\p{N})|(?<=\p{N})(?=\p{L})/u)
    .map((piece) => piece.replace(/^'+|'+$/gu, ''))
    .filter((piece) => piece !== '');
  return pieces.length > 0 ? pieces : [text];
}
