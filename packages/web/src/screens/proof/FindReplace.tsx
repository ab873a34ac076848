import type { BlockView } from '@aurelfield/api';
import { ChevronDown, ChevronUp, X } from 'lucide-react';
import { useMemo, useState, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import { matchesOf, replacedAll, type Match } from '../../proof/search.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { count } from '../../ui/format.ts';

const Bar = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr)) auto;
  gap: 0.6rem 0.8rem;
  align-items: end;
  margin-bottom: 0.75rem;
  padding: 0.8rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);

  > :nth-child(n + 4) {
    grid-column: 1 / -1;
  }

  @media (max-width: 620px) {
    grid-template-columns: minmax(0, 1fr) auto;

    > :nth-child(2) {
      grid-column: 1;
    }
  }
`;

interface FindReplaceProps {
  readonly blocks: readonly BlockView[];
  readonly onShow: (match: Match) => void;
  readonly onReplace: (match: Match, text: string) => void;
  readonly onReplaceAll: (blocks: readonly BlockView[]) => void;
  readonly onClose: () => void;
}

/**
 * Goes through the places that hold a text, and puts another one there: in one place, or in all of them as
 * one step.
 */
export function FindReplace({ blocks, onShow, onReplace, onReplaceAll, onClose }: FindReplaceProps) {
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const [at, setAt] = useState(-1);
  const matches = useMemo(() => matchesOf(blocks, find), [blocks, find]);
  const current = Math.min(at, matches.length - 1);
  const go = (by: 1 | -1) => {
    if (matches.length === 0) return;
    const next = (current + by + matches.length) % matches.length;
    setAt(next);
    const match = matches[next];
    if (match) onShow(match);
  };
  const replaceHere = () => {
    const match = matches[current];
    if (!match) return;
    onReplace(match, replace);
    // What stood behind it has moved into its number, unless the new text holds what is looked for.
    const rest = matchesOf(replacedAll(blocks, [match], replace), find);
    const next = rest.findIndex(
      (other) =>
        other.block > match.block ||
        (other.block === match.block && other.start >= match.start + replace.length),
    );
    setAt(next);
    const following = rest[next];
    if (following) onShow(following);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') onClose();
    else if (event.key === 'Enter') go(event.shiftKey ? -1 : 1);
    else return;
    event.preventDefault();
  };
  return (
    <Bar role="search" aria-label="Find and replace">
      <Field
        label="Find"
        value={find}
        autoFocus
        onChange={(text) => {
          setFind(text);
          setAt(-1);
        }}
        onKeyDown={onKeyDown}
      />
      <Field label="Replace with" value={replace} onChange={setReplace} />
      <Row>
        <IconButton aria-label="Found before" isDisabled={matches.length === 0} onPress={() => go(-1)}>
          <ChevronUp size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label="Found next" isDisabled={matches.length === 0} onPress={() => go(1)}>
          <ChevronDown size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label="Close find and replace" onPress={onClose}>
          <X size={18} aria-hidden />
        </IconButton>
      </Row>
      <Row>
        <Button isDisabled={current < 0} onPress={replaceHere}>
          Replace this one
        </Button>
        <Button
          isDisabled={matches.length === 0}
          onPress={() => onReplaceAll(replacedAll(blocks, matches, replace))}
        >
          Replace all
        </Button>
        <Fact role="status">
          {find === ''
            ? 'Ignores capitals. Enter: next.'
            : current >= 0
              ? `${current + 1} of ${matches.length}`
              : `Found ${count(matches.length, 'time')}.`}
        </Fact>
      </Row>
    </Bar>
  );
}
