import type { HandoutSummary, HandoutPlace } from '@aurelfield/api';

/** Which handouts are shown, and in which order; an empty filter shows all. */
export interface Arrangement {
  readonly subject: string;
  readonly className: string;
  readonly tag: string;
  readonly sort: 'newest' | 'title' | 'longest' | 'shortest' | 'changed';
}

export const SORTS: readonly { readonly id: Arrangement['sort']; readonly name: string }[] = [
  { id: 'newest', name: 'Newest first' },
  { id: 'changed', name: 'Last changed first' },
  { id: 'title', name: 'By title' },
  { id: 'longest', name: 'Longest first' },
  { id: 'shortest', name: 'Shortest first' },
];

const COMPARE: Readonly<Record<Arrangement['sort'], (a: HandoutSummary, b: HandoutSummary) => number>> = {
  newest: (a, b) => b.createdAt.localeCompare(a.createdAt),
  changed: (a, b) => b.updatedAt.localeCompare(a.updatedAt),
  title: (a, b) => a.title.localeCompare(b.title),
  longest: (a, b) => b.words - a.words,
  shortest: (a, b) => a.words - b.words,
};

/** What a teacher looks at, and how it is arranged. */
export interface HandoutListView extends Arrangement {
  readonly from: HandoutPlace;
  readonly search: string;
}

const FIRST: HandoutListView = {
  from: 'active',
  search: '',
  subject: '',
  className: '',
  tag: '',
  sort: 'newest',
};

/** What an address of the shelf says to look at; what it does not say, or says wrongly, is as at first. */
export function viewOf(address: URLSearchParams): HandoutListView {
  const given = (name: keyof HandoutListView) => address.get(name) ?? '';
  const from = given('from');
  return {
    from: from === 'archive' || from === 'deleted' ? from : FIRST.from,
    search: given('search'),
    subject: given('subject'),
    className: given('className'),
    tag: given('tag'),
    sort: SORTS.find(({ id }) => id === given('sort'))?.id ?? FIRST.sort,
  };
}

/** The address of a look: it says only what is not as at first. */
export function addressOf(view: Readonly<Record<string, string>>): Record<string, string> {
  const first: Readonly<Record<string, string>> = { ...FIRST };
  return Object.fromEntries(Object.entries(view).filter(([name, value]) => value !== (first[name] ?? '')));
}

export function arranged(
  handouts: readonly HandoutSummary[],
  { subject, className, tag, sort }: Arrangement,
): HandoutSummary[] {
  return handouts
    .filter(
      (handout) =>
        (subject === '' || handout.subject === subject) &&
        (className === '' || handout.className === className) &&
        (tag === '' || handout.tags.includes(tag)),
    )
    .sort(COMPARE[sort]);
}

/** What can be chosen from: "all", then what the handouts have. */
export function choicesOf(handouts: readonly HandoutSummary[]) {
  const options = (values: readonly string[]) => [
    { id: '', name: 'All' },
    ...[...new Set(values)]
      .filter((value) => value !== '')
      .sort((a, b) => a.localeCompare(b))
      .map((value) => ({ id: value, name: value })),
  ];
  return {
    subjects: options(handouts.map(({ subject }) => subject)),
    classes: options(handouts.map(({ className }) => className)),
    tags: options(handouts.flatMap(({ tags }) => tags)),
  };
}
