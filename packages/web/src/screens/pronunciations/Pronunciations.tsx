import type { Entry } from '@aurelfield/api';
import { Pencil, Trash2, Volume2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import {
  fetchHeard,
  usePronunciations,
  useRemoveEntry,
  useSaveEntry,
} from '../../api/pronunciationQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { useSound } from '../../ui/useSound.ts';
import { Doubtful } from './Doubtful.tsx';
import { Entries } from './Entries.tsx';
import { EntryForm } from './EntryForm.tsx';
import { ListFiles } from './ListFiles.tsx';
import { Scheme } from './Scheme.tsx';
import { Shipped } from './Shipped.tsx';
import { KIND_NAMES, listName, PART_NAMES } from './lists.ts';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(18rem, 24rem);
  gap: 1.5rem;
  align-items: start;

  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** Lists of words that a voice would say wrongly: for the school, a subject, a class or a pupil. */
export function Pronunciations() {
  const [query] = useSearchParams();
  const entries = usePronunciations();
  const pupils = usePupils();
  const [edited, setEdited] = useState<Entry>();
  const [written, setWritten] = useState(query.get('written') ?? '');
  const [search, setSearch] = useState('');
  const groups = useMemo(() => groupByList(entries.data ?? [], search), [entries.data, search]);
  return (
    <>
      <ScreenTitle title="Pronunciations">
        <ListFiles pupils={pupils.data ?? []} />
      </ScreenTitle>
      <Columns>
        <div>
          {entries.isPending && <p aria-busy="true">Fetching the lists …</p>}
          {entries.isError && (
            <Notice kind="error" action={<Button onPress={() => void entries.refetch()}>Try again</Button>}>
              {messageOf(entries.error)}
            </Notice>
          )}
          {entries.data?.length === 0 && (
            <Card>
              <h2>No pronunciations yet</h2>
              <p>Enter a word beside and how it is said. From then on every reading says it that way.</p>
            </Card>
          )}
          {entries.data !== undefined && entries.data.length > 6 && (
            <Field label="Find a word" value={search} onChange={setSearch} />
          )}
          {groups.map(([key, list]) => (
            <section key={key} aria-label={listName(list[0], pupils.data ?? [])}>
              <Row style={{ marginTop: '1rem' }}>
                <h2>{listName(list[0], pupils.data ?? [])}</h2>
                <Fact>{count(list.length, 'word')}</Fact>
              </Row>
              <Entries>
                {list.map((entry) => (
                  <EntryRow key={entry.id} entry={entry} onEdit={() => setEdited(entry)} />
                ))}
              </Entries>
            </section>
          ))}
          <Doubtful
            pupils={pupils.data ?? []}
            onPutRight={(word) => {
              setEdited(undefined);
              setWritten(word);
            }}
          />
          <Shipped
            onPutOtherwise={(word) => {
              setEdited(undefined);
              setWritten(word);
            }}
          />
          {search !== '' && groups.length === 0 && <p>No word here is written like “{search}”.</p>}
        </div>
        <div>
          <EntryForm
            key={edited?.id ?? `new ${written}`}
            entry={edited}
            written={written}
            pupils={pupils.data ?? []}
            onDone={() => setEdited(undefined)}
          />
          <Scheme />
        </div>
      </Columns>
    </>
  );
}

function EntryRow({ entry, onEdit }: { readonly entry: Entry; readonly onEdit: () => void }) {
  const remove = useRemoveEntry();
  const save = useSaveEntry();
  const offerUndo = useUndo();
  const { play, error } = useSound();
  const { id, ...input } = entry;
  const take = () =>
    remove.mutate(id, {
      onSuccess: () =>
        offerUndo({
          text: `“${entry.written}” was removed.`,
          undo: () => save.mutate({ id: undefined, input }),
        }),
    });
  return (
    <li>
      <b>{entry.written}</b>
      <span className="said">
        {entry.said}{' '}
        <Fact>
          {KIND_NAMES[entry.kind]}
          {entry.caseSensitive ? ', capitals as written' : ''}
          {entry.partOfSpeech === 'any' ? '' : `, only as ${PART_NAMES[entry.partOfSpeech]}`}
        </Fact>
        {(error ?? (remove.isError ? messageOf(remove.error) : undefined)) !== undefined && (
          <Notice kind="error">{error ?? messageOf(remove.error)}</Notice>
        )}
      </span>
      <Row>
        <IconButton aria-label={`Hear ${entry.written}`} onPress={() => play(() => fetchHeard(input))}>
          <Volume2 size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`Change ${entry.written}`} onPress={onEdit}>
          <Pencil size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`Remove ${entry.written}`} onPress={take}>
          <Trash2 size={18} aria-hidden />
        </IconButton>
      </Row>
    </li>
  );
}

const ORDER: Readonly<Record<Entry['scope'], number>> = { school: 0, subject: 1, class: 2, pupil: 3 };

/** Entries by list, the widest list first. */
function groupByList(entries: readonly Entry[], search: string): [string, Entry[]][] {
  const groups = new Map<string, Entry[]>();
  const wanted = search.trim().toLowerCase();
  for (const entry of entries) {
    if (!entry.written.toLowerCase().includes(wanted)) continue;
    const key = `${ORDER[entry.scope]} ${entry.scopeValue}`;
    groups.set(key, [...(groups.get(key) ?? []), entry]);
  }
  return [...groups].sort(([a], [b]) => a.localeCompare(b));
}
