import type { Phrase } from '@aurelfield/api';
import { Button as AriaButton, GridList, GridListItem, useDragAndDrop } from 'react-aria-components';
import styled from 'styled-components';
import { ICONS } from '../../board/icons.ts';

const Buttons = styled(GridList)<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 0.6rem;

  [role='row'] {
    position: relative;
    display: grid;
    place-items: center;
    gap: 0.3rem;
    min-height: 5.5rem;
    padding: 0.5rem;
    border: 2px solid var(--edge);
    border-radius: 14px;
    background: var(--surface);
    text-align: center;
    overflow-wrap: anywhere;
    cursor: pointer;
  }

  [role='gridcell'] {
    display: contents;
  }

  [role='row'][data-selected] {
    border-color: var(--accent);
    box-shadow: 0 0 0 2px var(--accent);
  }

  img {
    height: 2.5rem;
  }

  [slot='drag'] {
    position: absolute;
    inset: 4px 4px auto auto;
    width: 24px;
    height: 24px;
    border: 0;
    background: none;
    color: var(--quiet);
    cursor: grab;
  }

  .react-aria-DropIndicator {
    outline: 3px solid var(--accent);
    border-radius: 14px;
  }
`;

interface PhraseGridProps {
  readonly phrases: readonly Phrase[];
  readonly columns: number;
  /** Id of the phrase that is worked on. */
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  /** Is given the phrases in their new order. */
  readonly onMove: (phrases: Phrase[]) => void;
}

/** The phrases as they stand on the board: one is chosen, and dragged to another place. */
export function PhraseGrid({ phrases, columns, chosen, onChoose, onMove }: PhraseGridProps) {
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) =>
      [...keys].map((key) => ({ 'text/plain': phrases.find(({ id }) => id === key)?.text ?? '' })),
    onReorder: ({ keys, target }) => {
      const moved = phrases.filter(({ id }) => keys.has(id));
      const rest = phrases.filter(({ id }) => !keys.has(id));
      const at = rest.findIndex(({ id }) => id === target.key) + (target.dropPosition === 'after' ? 1 : 0);
      onMove([...rest.slice(0, at), ...moved, ...rest.slice(at)]);
    },
  });
  return (
    <Buttons
      $columns={columns}
      aria-label="Phrases"
      layout="grid"
      selectionMode="single"
      selectionBehavior="replace"
      selectedKeys={chosen === undefined ? [] : [chosen]}
      onSelectionChange={(keys) => {
        const [first] = keys === 'all' ? [] : [...keys].map(String);
        if (first !== undefined) onChoose(first);
      }}
      dragAndDropHooks={dragAndDropHooks}
    >
      {phrases.map(({ id, text, label, icon, picture }) => {
        const Icon = icon === null ? undefined : ICONS[icon];
        return (
          <GridListItem key={id} id={id} textValue={text || 'A phrase without words'}>
            {picture !== null ? (
              <img src={`/api/phrase-pictures/${picture}`} alt="" />
            ) : Icon ? (
              <Icon size={28} aria-hidden />
            ) : null}
            <span>{label || text || '…'}</span>
            <AriaButton slot="drag" aria-label={`Move ${label || text}`}>
              ⠿
            </AriaButton>
          </GridListItem>
        );
      })}
    </Buttons>
  );
}
