import { writeBritishSounds } from './british.ts';
import { writeFormantLexicon } from './formant.ts';
import { writeNaturalLexicon } from './natural.ts';

/**
 * `npm run sounds [natural|formant|british]`: makes the lists of words that an engine would say wrongly by
 * itself.
 */
const [which] = process.argv.slice(2);
if (which === undefined || which === 'natural') writeNaturalLexicon();
if (which === undefined || which === 'formant') await writeFormantLexicon();
if (which === undefined || which === 'british') await writeBritishSounds();
