/** Subjects in which signs are read their own way. */
export const SUBJECTS = ['maths', 'science', 'music', 'sport'] as const;
export type Subject = (typeof SUBJECTS)[number];

const NAMES: readonly (readonly [pattern: RegExp, subject: Subject])[] = [
  [/\b(?:maths?|mathematics|numeracy|algebra|geometry|statistics)\b/iu, 'maths'],
  [/\b(?:science|chemistry|physics|biology)\b/iu, 'science'],
  [/\bmusic\b/iu, 'music'],
  [/\b(?:pe|p\.e\.|sports?|games|physical education)\b/iu, 'sport'],
];

/** The subject that a name as teachers write it ("Year 9 Maths", "Chemistry") stands for; `undefined` for all in which signs are read as everywhere. */
export function subjectNamed(name: string): Subject | undefined {
  return NAMES.find(([pattern]) => pattern.test(name))?.[1];
}
