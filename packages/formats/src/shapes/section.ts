import { stretchOf } from '@aurelfield/core';
import { sectionsOf, type Edition } from '../edition.ts';
import { derivedUrn } from '../tools/derivedUrn.ts';

/**
 * One section of an edition as an edition of its own, under its own title.
 * @param nth of `sectionsOf`.
 * @throws RangeError when there is no such section.
 */
export function sectionEdition(edition: Edition, nth: number): Edition {
  const sections = sectionsOf(edition);
  const section = sections[nth];
  if (!section) throw new RangeError(`There is no section ${nth + 1}.`);
  const { firstBlock, endBlock, from, to, title } = section;
  const isInside = ({ block }: { readonly block: number }) => block >= firstBlock && block < endBlock;
  const first = edition.sentences.findIndex(isInside);
  const sentences = edition.sentences.filter(isInside);
  const stretch = stretchOf(edition.timeline, from, to);
  return {
    ...edition,
    facts: {
      ...edition.facts,
      title: title === edition.facts.title ? title : `${edition.facts.title}: ${title}`,
      part: { of: edition.facts.title, number: nth + 1, total: sections.length },
      identifier: derivedUrn(edition.facts.identifier, `section ${nth + 1}`),
    },
    blocks: edition.blocks.slice(firstBlock, endBlock),
    sentences: sentences.map((sentence) => ({ ...sentence, block: sentence.block - firstBlock })),
    timeline: { ...stretch, sentences: stretch.sentences.slice(first, first + sentences.length) },
  };
}
