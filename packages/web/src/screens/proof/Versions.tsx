import type { BlockView } from '@aurelfield/api';
import { useState } from 'react';
import styled from 'styled-components';
import { fetchVersion, useVersions } from '../../api/proofQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { differences } from '../../proof/differences.ts';
import { Fact, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

const List = styled.ol`
  margin: 0.5rem 0 0;
  padding: 0;
  list-style: none;

  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: center;
    justify-content: space-between;
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--line);
  }
`;

const Compared = styled.div`
  flex: 1 1 100%;
  margin: 0.5rem 0;
  padding: 0.6rem 0.8rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);

  ul {
    max-height: 18rem;
    overflow: auto;
    margin: 0 0 0.6rem;
    padding-inline-start: 1.2rem;
    overflow-wrap: anywhere;
  }
`;

interface VersionsProps {
  readonly handoutId: string;
  /** The text as it is now. */
  readonly blocks: readonly BlockView[];
  readonly onTake: (blocks: readonly BlockView[]) => void;
}

/**
 * The text as it was before: each version is compared with the text as it is, and can be brought back, which
 * is a step like any other.
 */
export function Versions({ handoutId, blocks, onTake }: VersionsProps) {
  const [isOpen, setOpen] = useState(false);
  const [error, setError] = useState<string>();
  const [looked, setLooked] = useState<{ id: string; content: readonly BlockView[] }>();
  const versions = useVersions(handoutId, isOpen);
  return (
    <Card style={{ marginTop: '1rem' }}>
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
                aria-expanded={looked?.id === id}
                onPress={() => {
                  setError(undefined);
                  if (looked?.id === id) setLooked(undefined);
                  else
                    fetchVersion(handoutId, id).then(
                      ({ content }) => setLooked({ id, content }),
                      (failure: unknown) => setError(messageOf(failure)),
                    );
                }}
              >
                Compare
              </PlainButton>
              {looked?.id === id && (
                <Comparison
                  now={blocks}
                  then={looked.content}
                  onTake={() => {
                    onTake(looked.content);
                    setLooked(undefined);
                  }}
                />
              )}
            </li>
          ))}
        </List>
      </details>
    </Card>
  );
}

/** What would come and go if a version were brought back. */
function Comparison({
  now,
  then,
  onTake,
}: {
  readonly now: readonly BlockView[];
  readonly then: readonly BlockView[];
  readonly onTake: () => void;
}) {
  const { goes, comes } = differences(now, then);
  return (
    <Compared>
      {goes.length + comes.length === 0 ? (
        'It says what is here now.'
      ) : (
        <>
          <ul>
            {comes.map((text, i) => (
              <li key={`comes ${i}`}>
                <Fact>comes: </Fact>
                <ins>{text}</ins>
              </li>
            ))}
            {goes.map((text, i) => (
              <li key={`goes ${i}`}>
                <Fact>goes: </Fact>
                <del>{text}</del>
              </li>
            ))}
          </ul>
          <Button onPress={onTake}>Restore this version</Button>
        </>
      )}
    </Compared>
  );
}
