import type { DocumentPreview } from '@aurelfield/api';
import { count } from '../../ui/format.ts';

/** How much was found in a text. */
export function Found({
  found,
  pending,
}: {
  readonly found: DocumentPreview | undefined;
  readonly pending: boolean;
}) {
  if (!found)
    return <p role="status">{pending ? 'Looking …' : 'Title and language are filled in for you.'}</p>;
  const parts = [
    count(found.words, 'word'),
    found.headings > 0 ? count(found.headings, 'heading') : '',
    count(found.blocks - found.headings, 'paragraph or item', 'paragraphs and items'),
  ];
  return <p role="status">{parts.filter((part) => part !== '').join(', ')}.</p>;
}
