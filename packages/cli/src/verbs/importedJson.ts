import { type Box } from '@aurelfield/core/photo';
import { guessLanguage, guessTitle, type Block } from '@aurelfield/core/text';

/** What `import` and `photo` write: the contract of docs/cli.md. */
export function importedJson(
  {
    title,
    language,
    blocks,
    warnings,
    unreadRegions = [],
  }: {
    readonly title: string;
    readonly language: string | undefined;
    readonly blocks: readonly Block[];
    readonly warnings: readonly string[];
    /** Regions of photographed pages with ink and no words, in shares of the flat page. */
    readonly unreadRegions?: readonly Box[];
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
    ...(unreadRegions.length > 0 ? { unreadRegions } : {}),
  };
  return `${JSON.stringify(result, null, 2)}\n`;
}
