import { formatPls } from '@aurelfield/core/pronunciation';
import { FormatError, type Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';

export const format: Format = {
  id: 'pls',
  label: 'Pronunciation lexicon (PLS)',
  goodFor: 'other speech engines: the pronunciations that were put right',
  group: 'text',
  mediaType: 'application/pls+xml',
  extension: 'pls',
  quality: [],
  needs: [],
  bytes: () => 4000,
  write: ({ facts }) => {
    if (facts.lexicon.length === 0)
      throw new FormatError('No pronunciation was put right for this reading, so there is no list to save.');
    return utf8([formatPls(facts.lexicon, facts.language)]);
  },
};
