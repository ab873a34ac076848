import type { Profile } from '@aurelfield/api';
import { SelectField } from '../../ui/fields.tsx';
import type { PanelProps } from './panel.ts';

type Choices = Profile['choices'];
type Ways<K extends keyof Choices> = readonly {
  readonly id: NonNullable<Choices[K]>;
  readonly name: string;
}[];

const EMOJI: Ways<'emoji'> = [
  { id: 'named', name: 'By their names' },
  { id: 'left-out', name: 'Left out' },
];
const CITATIONS: Ways<'citations'> = [
  { id: 'said', name: 'Said, as in (Ward, 2011)' },
  { id: 'left-out', name: 'Left out' },
];
const HEADINGS: Ways<'announcements'> = [
  { id: 'none', name: 'Said as they stand' },
  { id: 'headings', name: 'Announced: “heading” is said first' },
];
const LINKS: Ways<'links'> = [
  { id: 'said', name: 'Said in full' },
  { id: 'named', name: '“link” in their place' },
  { id: 'left-out', name: 'Left out' },
];
const ASIDES: Ways<'asides'> = [
  { id: 'said', name: 'Said' },
  { id: 'left-out', name: 'Left out' },
];
const PICTURES: Ways<'pictures'> = [
  { id: 'said', name: 'Said' },
  { id: 'left-out', name: 'Left out' },
];
const ZERO: Ways<'zero'> = [
  { id: 'zero', name: '“zero”, as in zero point five' },
  { id: 'nought', name: '“nought”, as in nought point five' },
];
const FRACTIONS: Ways<'fractions'> = [
  { id: 'named', name: 'By name: three quarters' },
  { id: 'over', name: 'By figures: three over four' },
];
const BRACKETS: Ways<'brackets'> = [
  { id: 'said', name: 'Said: “open bracket … close bracket”' },
  { id: 'paused', name: 'Heard as short pauses' },
];

/** What is announced, said or left out. */
export function SaidPanel({ profile: { choices }, onChange }: PanelProps) {
  const set = (change: Partial<Choices>) => onChange({ choices: { ...choices, ...change } });
  return (
    <>
      <SelectField
        label="Headings"
        value={choices.announcements}
        options={HEADINGS}
        onChange={(announcements) => set({ announcements })}
      />
      <SelectField
        label="Picture descriptions"
        value={choices.pictures ?? 'said'}
        options={PICTURES}
        onChange={(pictures) => set({ pictures })}
      />
      <SelectField
        label="Web and mail addresses"
        value={choices.links ?? 'said'}
        options={LINKS}
        onChange={(links) => set({ links })}
      />
      <SelectField
        label="What stands in round brackets"
        value={choices.asides ?? 'said'}
        options={ASIDES}
        onChange={(asides) => set({ asides })}
      />
      <SelectField
        label="Sources in brackets"
        value={choices.citations}
        options={CITATIONS}
        onChange={(citations) => set({ citations })}
      />
      <SelectField label="Emoji" value={choices.emoji} options={EMOJI} onChange={(emoji) => set({ emoji })} />
      <SelectField
        label="The figure 0"
        value={choices.zero ?? 'zero'}
        options={ZERO}
        onChange={(zero) => set({ zero })}
      />
      <SelectField
        label="Brackets in sums"
        value={choices.brackets ?? 'said'}
        options={BRACKETS}
        onChange={(brackets) => set({ brackets })}
      />
      <SelectField
        label="Fractions such as 3/4"
        value={choices.fractions ?? 'named'}
        options={FRACTIONS}
        onChange={(fractions) => set({ fractions })}
      />
    </>
  );
}
