import { CELL_SEPARATOR } from '@aurelfield/core/text';
import type { ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';

export const format: Format = {
  id: 'txt',
  label: 'Plain text',
  goodFor: 'any program; the text as it stands on the page',
  group: 'text',
  mediaType: 'text/plain',
  extension: 'txt',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 1.1,
  write: (exportDocument) => utf8(lines(exportDocument)),
};

function* lines({ facts, blocks }: ExportDocument): Generator<string> {
  const [first] = blocks;
  if (first?.type !== 'heading' || first.text.trim() !== facts.title.trim()) yield `${facts.title}\n\n`;
  for (const [nth, { type, text, label }] of blocks.entries()) {
    const next = blocks[nth + 1]?.type;
    const together = next === type && (type === 'list-item' || type === 'table-row');
    const written = text.split(CELL_SEPARATOR).join(' | ');
    const mark = type === 'list-item' && label === undefined ? '• ' : '';
    yield `${type === 'picture' ? `[${written}]` : `${mark}${written}`}\n${together ? '' : '\n'}`;
  }
}
