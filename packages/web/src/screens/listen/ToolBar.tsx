import type { PlayerState, ReadingPlayer } from '@aurelfield/player';
import styled from 'styled-components';
import { PlainButton } from '../../ui/Button.tsx';
import { MenuSelect } from '../../ui/MenuSelect.tsx';
import { TOOLS, type Tool } from './tools/tools.ts';

const ToolRow = styled.div`
  display: flex;
  align-items: center;
  gap: 0.1rem;
  margin-bottom: 0.6rem;
  overflow-x: auto;
  scrollbar-width: none;

  button {
    flex: none;
    min-height: 2.5rem;
  }

  [aria-pressed='true'] {
    background: var(--accent-soft);
  }
`;

/** Silences to say a sentence back in, as shares of its length. */
export const GAPS = [0, 1, 1.5, 0.5] as const;
const GAP_NAMES: Readonly<Record<number, string>> = {
  0: 'No pause after a sentence',
  1: 'A pause as long as the sentence, to repeat it',
  1.5: 'A pause 1½ times as long',
  0.5: 'A pause half as long',
};

interface ToolBarProps {
  readonly player: ReadingPlayer;
  readonly state: PlayerState;
  readonly tool: Tool | undefined;
  readonly onTool: (tool: Tool) => void;
  /** Starts or stops repeating the selection or this sentence. */
  readonly onLoop: () => void;
  readonly focusAfter: () => HTMLElement | null;
}

/** What can be opened beside the page, and what is played again. */
export function ToolBar({ player, state, tool, onTool, onLoop, focusAfter }: ToolBarProps) {
  return (
    <ToolRow role="toolbar" aria-label="Beside the page">
      {TOOLS.map(({ id, name }) => (
        <PlainButton key={id} aria-pressed={tool === id} onPress={() => onTool(id)}>
          {name}
        </PlainButton>
      ))}
      <PlainButton onPress={() => void player.repeatSentence()}>Repeat sentence</PlainButton>
      <PlainButton aria-pressed={state.passage?.repeat === true} onPress={onLoop}>
        Repeat
      </PlainButton>
      <MenuSelect
        label="A pause after each sentence, to repeat it"
        placement="bottom start"
        value={String(state.gap)}
        options={GAPS.map((gap) => ({ id: String(gap), name: GAP_NAMES[gap] ?? '' }))}
        shown={state.gap === 0 ? 'No pauses' : 'Pauses'}
        onChange={(gap) => player.setGap(Number(gap))}
        focusAfter={focusAfter}
      />
    </ToolRow>
  );
}
