import { describe, expect, test } from 'vitest';
import { expandSentence } from '../spoken/expand.ts';
import { entryIpa } from './entry.ts';
import { Lexicon } from './lexicon.ts';

/**
 * Speech Synthesis Markup Language 1.1 (W3C Recommendation, 7 September 2010): what its examples for
 * pronunciation ask for, as entries of ours. Nothing here reads or writes SSML; the examples are from memory.
 */
describe('the examples of SSML 1.1', () => {
  test('of <phoneme>: its IPA is understood', () => {
    // Section 3.1.10: <phoneme alphabet="ipa" ph="t&#x259;mei&#x325;&#x27E;ou&#x325;"> tomato </phoneme>
    expect(entryIpa({ kind: 'ipa', said: 't\u0259mei\u0325\u027Eou\u0325' })).toMatch(/^t.*m.*ɾ/u);
  });

  test('of <sub>: W3C is said as its alias', () => {
    // Section 3.1.11: <sub alias="World Wide Web Consortium">W3C</sub>
    const lexicon = new Lexicon([
      { written: 'W3C', kind: 'alias', said: 'World Wide Web Consortium', caseSensitive: true },
    ]);
    const words = expandSentence('The W3C met.', 'en-GB', { lexicon });
    expect(words.map(({ spoken }) => spoken.join(' '))).toEqual(['The', 'World Wide Web Consortium', 'met']);
  });
});
