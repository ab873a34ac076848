import { timelineSpan } from '@aurelfield/core/timeline';
import { sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { derivedUrn } from '../tools/derivedUrn.ts';

/**
 * One section of an edition as an edition of its own, under its own title.
 * @param nth of `sectionsOf`.
 * @throws RangeError when there is no such section.
 */
export function sectionExportDocument(exportDocument: ExportDocument, nth: number): ExportDocument {
  const sections = sectionsOf(exportDocument);
  const section = sections[nth];
  if (!section) throw new RangeError(`There is no section ${nth + 1}.`);
  const { firstBlock, endBlock, from, to, title } = section;
  const isInside = ({ block }: { readonly block: number }) => block >= firstBlock && block < endBlock;
  const first = exportDocument.sentences.findIndex(isInside);
  const sentences = exportDocument.sentences.filter(isInside);
  const span = timelineSpan(exportDocument.timeline, from, to);
  return {
    ...exportDocument,
    facts: {
      ...exportDocument.facts,
      title: title === exportDocument.facts.title ? title : `${exportDocument.facts.title}: ${title}`,
      part: { of: exportDocument.facts.title, number: nth + 1, total: sections.length },
      identifier: derivedUrn(exportDocument.facts.identifier, `section ${nth + 1}`),
    },
    blocks: exportDocument.blocks.slice(firstBlock, endBlock),
    sentences: sentences.map((sentence) => ({ ...sentence, block: sentence.block - firstBlock })),
    timeline: { ...span, sentences: span.sentences.slice(first, first + sentences.length) },
  };
}
