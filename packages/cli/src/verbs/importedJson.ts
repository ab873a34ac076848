import { guessLanguage, guessTitle, type Block } from '@aurelfield/core';

/** What `import` and `photo` write: the contract of docs/cli.md. */
export function importedJson(
  {
    title,
    language,
    blocks,
    warnings,
  }: {
    readonly title: string;
    readonly language: string | undefined;
    readonly blocks: readonly Block[];
    readonly warnings: readonly string[];
  },
  name: string,
): string {
  const sample = blocks
    .slice(0, 40)
    .map(({ text }) => text)
    .join(' ');
  const result = {
    title: title || guessTitle(blocks, name),
    language: language ?? guessLanguage(sample),
    blocks: blocks.map(({ offset: _offset, ...block }) => block),
    warnings,
  };
  return `${JSON.stringify(result, null, 2)}\n`;
}
