import { isMathematical } from '../../text/signs.ts';
import type { RuleInput, Token } from '../types.ts';

/**
 * What kind of writing a sentence holds, as its signs and words tell: it decides between readings of the same
 * signs.
 */
export interface Marks {
  /** It calculates: "=", powers, roots, operations between operands. */
  readonly maths: boolean;
  /** It holds a chemical equation. */
  readonly reaction: boolean;
  /** It speaks of bars, beats and notes. */
  readonly music: boolean;
  /** It speaks of marks, points or runs out of a whole. */
  readonly score: boolean;
  /** It speaks of charge, capacitors, coils or magnetic fields. */
  readonly electric: boolean;
}

const ARROW = /[→⇌⇄⟶]|->|<=>/u;
const FORMULA =
  /\p{Lu}\p{Ll}?[₂-₉2-9]|\p{Lu}\p{Ll}?\((?:s|l|g|aq)\)|\p{Lu}\p{Ll}?[²³]?[⁺⁻]|\d\p{Lu}\p{Ll}?\s\+/u;
const MUSIC =
  /[♩♪♫♬♯♭♮𝄞]|\b(?:time signature|compound|simple|beats?|bars?|tempo|crotchets?|quavers?|minims?|rhythm|waltz|jig|metre|in \d\/\d time|\d\/\d time)\b/iu;
const SCORE = /\b(?:scored?|scores|marks?|got|runs|points|quiz|test|exam|paper|century)\b/iu;
const ELECTRIC =
  /\b(?:charges?|capacitors?|capacitance|inductors?|inductance|coils?|magnet(?:s|ic)?|flux|field strength|conductance|coulombs?|farads?|tesla|henr(?:y|ies))\b|(?:^|\s)[QBCL] = [\d.]+ [CTFH](?!\S)/iu;
const seen = new WeakMap<readonly Token[], Marks>();

/** The marks of the sentence that these words are; the subject of the handout counts as one. */
export function marksOf({ tokens, subject }: Pick<RuleInput, 'tokens' | 'subject'>): Marks {
  let marks = seen.get(tokens);
  if (marks === undefined) {
    const text =
      tokens.map((token) => token.gapBefore + token.text).join('') + (tokens.at(-1)?.gapAfter ?? '');
    marks = {
      maths: subject === 'maths' || isMathematical(text),
      reaction: ARROW.test(text) && (subject === 'science' || FORMULA.test(text)),
      music: subject === 'music' || MUSIC.test(text),
      score: subject === 'sport' || SCORE.test(text),
      electric: ELECTRIC.test(text),
    };
    seen.set(tokens, marks);
  }
  return marks;
}
