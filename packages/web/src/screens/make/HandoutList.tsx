import type { HandoutSummary } from '@aurelfield/api';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import styled from 'styled-components';
import { IconButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';

const List = styled.ol`
  display: grid;
  gap: 0.25rem;
  margin: 0 0 0.75rem;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto auto;
    gap: 0.15rem;
    align-items: center;
    padding-block: 0.2rem;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
`;

interface HandoutListProps {
  readonly handouts: readonly HandoutSummary[];
  /** Ids, in their order. */
  readonly chosen: readonly string[];
  readonly onChange: (chosen: readonly string[]) => void;
}

/**
 * The handouts of a set in an order that can be changed: by dragging a row onto another, or by its buttons.
 */
export function HandoutList({ handouts, chosen, onChange }: HandoutListProps) {
  const titleOf = (id: string) => handouts.find((handout) => handout.id === id)?.title ?? '';
  const move = (from: number, to: number) => {
    const id = chosen[from];
    if (id === undefined || to < 0 || to >= chosen.length) return;
    const others = chosen.filter((one) => one !== id);
    onChange([...others.slice(0, to), id, ...others.slice(to)]);
  };
  const left = handouts.filter(({ id }) => !chosen.includes(id));
  return (
    <>
      <h2>Handouts</h2>
      {chosen.length > 0 && (
        <List>
          {chosen.map((id, nth) => (
            <li
              key={id}
              draggable
              onDragStart={(event) => event.dataTransfer.setData('text/plain', String(nth))}
              onDragOver={(event) => event.preventDefault()}
              onDrop={(event) => {
                event.preventDefault();
                move(Number(event.dataTransfer.getData('text/plain')), nth);
              }}
            >
              <span>{titleOf(id)}</span>
              {chosen.length > 1 && (
                <>
                  <IconButton
                    aria-label={`“${titleOf(id)}” up`}
                    isDisabled={nth === 0}
                    onPress={() => move(nth, nth - 1)}
                  >
                    <ArrowUp size={16} aria-hidden />
                  </IconButton>
                  <IconButton
                    aria-label={`“${titleOf(id)}” down`}
                    isDisabled={nth === chosen.length - 1}
                    onPress={() => move(nth, nth + 1)}
                  >
                    <ArrowDown size={16} aria-hidden />
                  </IconButton>
                </>
              )}
              <IconButton
                aria-label={`Remove “${titleOf(id)}”`}
                onPress={() => onChange(chosen.filter((one) => one !== id))}
              >
                <X size={16} aria-hidden />
              </IconButton>
            </li>
          ))}
        </List>
      )}
      {left.length > 0 && (
        <SelectField
          label="Add a handout"
          value={undefined}
          placeholder="Choose a handout"
          options={left.map(({ id, title }) => ({ id, name: title }))}
          onChange={(id) => onChange([...chosen, id])}
        />
      )}
    </>
  );
}
