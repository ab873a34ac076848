import type { NamedGroup } from '@aurelfield/api';
import { useState } from 'react';
import styled from 'styled-components';
import { useGroups, useRenameGroup, type GroupKind } from '../../api/classQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { count } from '../../ui/format.ts';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { useUndo } from '../../ui/Undo.tsx';

const Section = styled.details`
  margin-top: 1.5rem;

  h3 {
    margin: 1rem 0 0;
  }

  ul {
    max-width: 40rem;
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    padding-block: 0.4rem;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }

  .rename {
    margin-inline-start: auto;
  }
`;

/** The names of classes and subjects, to be changed at the end of a year. */
export function ClassNames() {
  const classes = useGroups('classes').data ?? [];
  const subjects = useGroups('subjects').data ?? [];
  if (classes.length + subjects.length === 0) return null;
  return (
    <Section>
      <summary>Classes and subjects</summary>
      <p>
        <Fact>Rename one here: its pupils, handouts and pronunciations stay with it.</Fact>
      </p>
      <Names kind="classes" title="Classes" groups={classes} />
      <Names kind="subjects" title="Subjects" groups={subjects} />
    </Section>
  );
}

interface NamesProps {
  readonly kind: GroupKind;
  readonly title: string;
  readonly groups: readonly NamedGroup[];
}

function Names({ kind, title, groups }: NamesProps) {
  const [edited, setEdited] = useState<string>();
  // The button that opened a form gets the focus back when the form closes.
  const [closed, setClosed] = useState<string>();
  if (groups.length === 0) return null;
  const sorted = [...groups].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
  return (
    <>
      <h3>{title}</h3>
      <ul>
        {sorted.map((group) => (
          <li key={group.id}>
            {edited === group.id ? (
              <RenameForm
                kind={kind}
                group={group}
                onDone={() => {
                  setEdited(undefined);
                  setClosed(group.id);
                }}
              />
            ) : (
              <Row>
                <b>{group.name}</b>
                <Fact>{contentsOf(group)}</Fact>
                <PlainButton
                  className="rename"
                  autoFocus={closed === group.id}
                  aria-label={`Rename ${group.name}`}
                  onPress={() => setEdited(group.id)}
                >
                  Rename
                </PlainButton>
              </Row>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

interface RenameFormProps {
  readonly kind: GroupKind;
  readonly group: NamedGroup;
  readonly onDone: () => void;
}

function RenameForm({ kind, group: { id, name }, onDone }: RenameFormProps) {
  const [text, setText] = useState(name);
  const rename = useRenameGroup(kind);
  const offerUndo = useUndo();
  const next = text.trim();
  const save = () => {
    if (next === name) {
      onDone();
      return;
    }
    rename.mutate(
      { id, name: next },
      {
        onSuccess: () => {
          offerUndo({
            text: `“${name}” is called “${next}” now.`,
            undo: () => rename.mutate({ id, name }),
          });
          onDone();
        },
      },
    );
  };
  return (
    <form
      onKeyDown={({ key }) => key === 'Escape' && onDone()}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Row style={{ alignItems: 'end' }}>
        <Field label={`New name for ${name}`} value={text} onChange={setText} autoFocus />
        <Button type="submit" isDisabled={next === '' || rename.isPending}>
          Rename
        </Button>
        <PlainButton onPress={onDone}>Cancel</PlainButton>
      </Row>
      {rename.isError && <Notice kind="error">{messageOf(rename.error)}</Notice>}
    </form>
  );
}

/** "12 pupils · 3 handouts", without what there is none of. */
function contentsOf({ pupils, handouts, pronunciations }: NamedGroup): string {
  return [
    [pupils, 'pupil'],
    [handouts, 'handout'],
    [pronunciations, 'pronunciation'],
  ]
    .flatMap(([amount, name]) => (amount === 0 ? [] : count(Number(amount), String(name))))
    .join(' · ');
}
