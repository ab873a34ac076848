/** A pause inside a sentence, by what is written there; a breath has no mark. */
export type BreakKind = 'comma' | 'colon' | 'dash' | 'breath';

/** How a sentence ends, which shapes its melody. */
export type SentenceEnd = 'statement' | 'question' | 'exclamation';

/** The pause that the punctuation between two displayed words asks for, if any. */
export function breakInGap(gap: string): BreakKind | undefined {
  if (/[;:]/u.test(gap)) return 'colon';
  if (/[—–…()[\]]|\s-+\s|\.\./u.test(gap)) return 'dash';
  if (/[,،、!?.]/u.test(gap)) return 'comma';
  return undefined;
}

/** How the sentence ends, from its last punctuation. */
export function sentenceEnd(text: string): SentenceEnd {
  const marks = /[\p{P}]+$/u.exec(text.trimEnd())?.[0] ?? '';
  if (/[?？؟]/u.test(marks)) return 'question';
  return /[!！]/u.test(marks) ? 'exclamation' : 'statement';
}
