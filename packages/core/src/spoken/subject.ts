/** Subjects in which signs are read their own way. */
export const SUBJECTS = ['maths', 'science', 'music', 'sport'] as const;
export type Subject = (typeof SUBJECTS)[number];

const NAMES: readonly (readonly [pattern: RegExp, subject: Subject])[] = [
  [/\b(?:maths?|mathematics|numeracy|algebra|geometry|statistics)\b/iu, 'maths'],
  [/\b(?:science|chemistry|physics|biology)\b/iu, 'science'],
  [/\bmusic\b/iu, 'music'],
  [/\b(?:pe|p\.e\.|sports?|games|physical education)\b/iu, 'sport'],
];

/**
 * The subject that a name as teachers write it ("Year 9 Maths", "Chemistry") stands for; `undefined` for all
 * in which signs are read as everywhere.
 */
export function subjectNamed(name: string): Subject | undefined {
  return NAMES.find(([pattern]) => pattern.test(name))?.[1];
}

/**
 * Words that tell a text's subject, each its own weight of one; the signs of mathematics are not asked, since
 * every subject has some.
 */
const CUES: Readonly<Record<Subject, RegExp>> = {
  maths:
    /\b(?:fractions?|decimals?|percentages?|equations?|simplify|calculate|expand|factorise|solve|numerator|denominator|multiply|divide|subtract|ratio|integers?|algebra|triangle|perimeter|radius|gradient|probability|mean|median|work out|nearest|decimal places?|sum of|product of)\b/giu,
  science:
    /\b(?:cells?|atoms?|molecules?|reaction|reactants?|products|energy|enzymes?|photosynthesis|respiration|chlor\w+|acids?|alkalis?|electrons?|protons?|forces?|newtons?|voltage|current|circuits?|experiment|hypothesis|solution|solvent|element|compounds?|periodic table|organisms?|species|evaporat\w+)\b/giu,
  music:
    /\b(?:notes?|beats?|bars?|crotchets?|quavers?|minims?|semibreves?|rhythm|melody|chords?|treble|bass clef|clef|tempo|time signature|key signature|stave|octave)\b/giu,
  sport:
    /\b(?:team|match|scored?|goals?|runs|wickets?|innings|tackle|pitch|court|league|points|half-time|players?|relay|sprint|fixtures?|referee|umpire|warm-up)\b/giu,
};
/**
 * So many different cues, and one for so many words, make a subject likely; twice as many as the next subject
 * has.
 */
const FEWEST_CUES = 4;
const WORDS_FOR_A_CUE = 60;
/** A text is known by its beginning. Characters. */
const LOOKED_AT = 20_000;

/**
 * The subject that a text is likely to be of; `undefined` where its words do not tell. Cues and thresholds of
 * ours, set by looking at the demo's texts.
 */
export function guessSubject(text: string): Subject | undefined {
  const part = text.slice(0, LOOKED_AT).toLowerCase();
  const words = part.split(/\s+/u).length;
  const counted = SUBJECTS.map((subject) => {
    const found = [...part.matchAll(CUES[subject])].map(([cue]) => cue.replace(/s$/u, ''));
    return { subject, different: new Set(found).size, all: found.length };
  }).sort((a, b) => b.different - a.different || b.all - a.all);
  const [first, second] = counted;
  if (first === undefined || first.different < FEWEST_CUES || first.all * WORDS_FOR_A_CUE < words)
    return undefined;
  return first.different >= 2 * (second?.different ?? 0) ? first.subject : undefined;
}
