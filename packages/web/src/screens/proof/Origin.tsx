import type { BlockView, CleanUpView, Handout } from '@aurelfield/api';
import { Fragment, useState } from 'react';
import styled from 'styled-components';
import { pagePicture } from '../../api/photoQueries.ts';
import { fetchPageAgain } from '../../api/proofQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

const Done = styled.ul`
  max-height: 16rem;
  overflow: auto;
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
    overflow-wrap: anywhere;
  }
`;

interface OriginProps {
  readonly handout: Handout;
  readonly blocks: readonly BlockView[];
  /** Pages of a photographed handout. */
  readonly photos: readonly unknown[];
  readonly onTake: (blocks: readonly BlockView[]) => void;
}

/**
 * Where the text came from: the source as it was, what was cleaned up when it was read, and the page as it is
 * now.
 */
export function Origin({ handout, blocks, photos, onTake }: OriginProps) {
  const [again, setAgain] = useState<Awaited<ReturnType<typeof fetchPageAgain>>>();
  const [error, setError] = useState<string>();
  const [isFetching, setFetching] = useState(false);
  const fetchAgain = () => {
    setFetching(true);
    setError(undefined);
    fetchPageAgain(handout.id)
      .then(setAgain, (failure: unknown) => setError(messageOf(failure)))
      .finally(() => setFetching(false));
  };
  return (
    <Card aria-labelledby="origin" style={{ marginTop: '1rem' }}>
      <h2 id="origin">Where it came from</h2>
      <p style={{ margin: 0, overflowWrap: 'anywhere' }}>
        {handout.sourceAddress ?? handout.sourceName ?? 'Typed or pasted'}
        {photos.length === 0 && (
          <>
            {' · '}
            <a href={`/api/handouts/${handout.id}/source`}>original file</a>
          </>
        )}
        {photos.map((_, page) => (
          <Fragment key={page}>
            {' · '}
            <a href={pagePicture(handout.id, page, 'photo')}>original photo {page + 1}</a>
          </Fragment>
        ))}
      </p>
      {handout.sourceAddress !== null && (
        <Row>
          <Button onPress={fetchAgain} isDisabled={isFetching}>
            {isFetching ? 'Fetching …' : 'Fetch again'}
          </Button>
        </Row>
      )}
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      {again && again.added.length + again.removed.length === 0 && (
        <Notice kind="hint">The page says what is here.</Notice>
      )}
      {again && again.added.length + again.removed.length > 0 && (
        <>
          <p>
            <b>The page differs from the text here.</b>
          </p>
          <ul>
            {again.removed.map((text) => (
              <li key={`- ${text}`}>
                <del>{text}</del>
              </li>
            ))}
            {again.added.map((text) => (
              <li key={`+ ${text}`}>
                <ins>{text}</ins>
              </li>
            ))}
          </ul>
          <Row>
            <Button
              onPress={() => {
                onTake(again.content);
                setAgain(undefined);
              }}
            >
              Take the page as it is now
            </Button>
            <PlainButton onPress={() => setAgain(undefined)}>Leave the text</PlainButton>
          </Row>
        </>
      )}
      {handout.cleanUps.length > 0 && (
        <details style={{ marginTop: '0.75rem' }}>
          <summary>{count(handout.cleanUps.length, 'thing')} cleaned up</summary>
          <Done>
            {handout.cleanUps.map((cleanUp, i) => (
              <li key={i}>
                <span>
                  <Fact>{cleanUp.rule}</Fact>
                  <br />
                  {shortened(cleanUp.before)}
                </span>
                <PlainButton onPress={() => onTake(broughtBack(blocks, cleanUp))}>Restore</PlainButton>
              </li>
            ))}
          </Done>
        </details>
      )}
    </Card>
  );
}

/**
 * Undoes one clean-up: the text as it was takes the place of what it became, or what was taken out stands
 * again near where it was.
 */
function broughtBack(blocks: readonly BlockView[], { block, before, after }: CleanUpView): BlockView[] {
  const at = after === '' ? -1 : blocks.findIndex(({ text }) => text.includes(after));
  if (at >= 0)
    return blocks.map((part, i) =>
      i === at ? { ...part, text: part.text.replace(after, () => before) } : part,
    );
  const place = Math.min(block, blocks.length);
  return [...blocks.slice(0, place), { type: 'paragraph', text: before }, ...blocks.slice(place)];
}

function shortened(text: string): string {
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
