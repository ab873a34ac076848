import type { Rule } from '../types.ts';

/** b__d, w___s, _at: a blank inside a word. */
const blankInside: Rule = {
  name: 'blank',
  apply({ token }) {
    if (/^(?:\.{5,}|…{2,}|_{2,})$/u.test(token.text)) return [['blank']];
    if (!/^\p{L}*(?:_+\p{L}+)+_*$|^\p{L}+_+$/u.test(token.text)) return undefined;
    // A single underscore joins the parts of a name in a program: "total_score".
    if (!/__/u.test(token.text) && /\p{L}{2,}_\p{L}{2,}/u.test(token.text)) return undefined;
    return [
      token.text
        .split(/(_+)/u)
        .flatMap((part) =>
          part === ''
            ? []
            : part.startsWith('_')
              ? ['blank']
              : [part.length === 1 ? part.toLowerCase() : part],
        ),
    ];
  },
};

export const blankRules: readonly Rule[] = [blankInside];
