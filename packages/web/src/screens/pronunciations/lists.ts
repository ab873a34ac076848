import type { Entry, EntryInput, Pupil, Scope } from '@aurelfield/api';

export const KIND_NAMES: Readonly<Record<EntryInput['kind'], string>> = {
  respelling: 'respelled',
  ipa: 'IPA',
  'x-sampa': 'X-SAMPA',
  alias: 'other words',
};

export const PART_NAMES: Readonly<Record<EntryInput['partOfSpeech'], string>> = {
  any: 'any',
  noun: 'a noun',
  verb: 'a verb',
  past: 'a verb in the past',
  adjective: 'an adjective',
};

export const SCOPES: readonly { readonly id: Scope; readonly name: string }[] = [
  { id: 'school', name: 'The whole school' },
  { id: 'subject', name: 'A subject' },
  { id: 'class', name: 'A class' },
  { id: 'pupil', name: 'A pupil' },
];

/** A list's name: "The whole school", "Science", "Year 8", "Ines". */
export function listName(
  list: Pick<Entry, 'scope' | 'scopeValue'> | undefined,
  pupils: readonly Pupil[],
): string {
  if (!list || list.scope === 'school') return 'The whole school';
  if (list.scope !== 'pupil') return list.scopeValue;
  return pupils.find(({ id }) => id === list.scopeValue)?.name ?? 'A pupil who has left';
}
