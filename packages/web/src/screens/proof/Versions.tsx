import type { BlockView } from '@aurelfield/api';
import { useState } from 'react';
import styled from 'styled-components';
import { fetchVersion, useVersions } from '../../api/proofQueries.ts';
import { PlainButton } from '../../ui/Button.tsx';
import { Fact, Sheet } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/say.ts';

const List = styled.ol`
  margin: 0.5rem 0 0;
  padding: 0;
  list-style: none;

  li {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    justify-content: space-between;
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--line);
  }
`;

interface VersionsProps {
  readonly handoutId: string;
  readonly onTake: (blocks: readonly BlockView[]) => void;
}

/** The text as it was before; any of them can be brought back, which is a step like any other. */
export function Versions({ handoutId, onTake }: VersionsProps) {
  const [isOpen, setOpen] = useState(false);
  const [error, setError] = useState<string>();
  const versions = useVersions(handoutId, isOpen);
  return (
    <Sheet style={{ marginTop: '1rem' }}>
      <details
        onToggle={(event) => {
          setOpen(event.currentTarget.open);
          if (event.currentTarget.open) void versions.refetch();
        }}
      >
        <summary>Older versions</summary>
        {versions.isError && <Notice kind="error">{messageOf(versions.error)}</Notice>}
        {error !== undefined && <Notice kind="error">{error}</Notice>}
        <List>
          {versions.data?.map(({ id, reason, words, updatedAt }) => (
            <li key={id}>
              <span>
                {new Date(updatedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                <br />
                <Fact>
                  {reason}, {count(words, 'word')}
                </Fact>
              </span>
              <PlainButton
                onPress={() =>
                  void fetchVersion(handoutId, id).then(
                    ({ content }) => onTake(content),
                    (failure: unknown) => setError(messageOf(failure)),
                  )
                }
              >
                Bring back
              </PlainButton>
            </li>
          ))}
        </List>
      </details>
    </Sheet>
  );
}
