import type { Pupil } from '@aurelfield/api';

/** Classes that pupils are in, in the order of the alphabet, numbers by their size. */
export function classesOf(pupils: readonly Pick<Pupil, 'classes'>[]): string[] {
  return [...new Set(pupils.flatMap(({ classes }) => classes))].sort((a, b) =>
    a.localeCompare(b, 'en', { numeric: true }),
  );
}

/** Pupils of a class. */
export function pupilsOf(pupils: readonly Pick<Pupil, 'id' | 'classes'>[], name: string): string[] {
  return pupils.filter(({ classes }) => classes.includes(name)).map(({ id }) => id);
}

/** Whom handouts are for to begin with: the pupils of their classes; nobody where no pupil is in one. */
export function firstPupils(
  handouts: readonly { readonly className: string }[],
  pupils: readonly Pick<Pupil, 'id' | 'classes'>[],
): string[] {
  const classes = new Set(handouts.map(({ className }) => className).filter((name) => name !== ''));
  return pupils.filter((pupil) => pupil.classes.some((name) => classes.has(name))).map(({ id }) => id);
}
