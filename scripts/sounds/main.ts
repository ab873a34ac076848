import { writeFormantLexicon } from './formant.ts';
import { writeNaturalLexicon } from './natural.ts';

/** `npm run sounds [natural|formant]`: makes the lists of words that an engine would say wrongly by itself. */
const [which] = process.argv.slice(2);
if (which !== 'formant') writeNaturalLexicon();
if (which !== 'natural') await writeFormantLexicon();
