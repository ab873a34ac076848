import { MARK_COLOURS, type MarkColour } from '@aurelfield/api';
import { useEffect, useState, type RefObject } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { COLOUR_NAMES } from './studyMarks.ts';

const Bar = styled.div`
  position: absolute;
  z-index: 15;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.35rem;
  max-width: min(34rem, calc(100vw - 2rem));
  padding: 0.35rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);
  font-family: var(--face);
  font-size: 0.95rem;

  button {
    min-height: 2.2rem;
    padding: 0.2rem 0.7rem;
  }

  [data-colour]::before {
    content: '';
    width: 0.9rem;
    height: 0.9rem;
    border-radius: 4px;
    background: var(--mark);
  }
`;

/** The colours as the marks have them. */
const SHOWN: Readonly<Record<MarkColour, string>> = {
  amber: '#c98a00',
  fern: '#3d9a50',
  sky: '#2f86c9',
  rose: '#cf4d74',
  violet: '#8c62cf',
};

interface SelectionBarProps {
  readonly page: RefObject<HTMLElement | null>;
  readonly onHear: (repeat: boolean) => void;
  readonly onMark: (colour: MarkColour) => void;
}

/** What can be done with a passage that was selected; stands below it. */
export function SelectionBar({ page, onHear, onMark }: SelectionBarProps) {
  const [place, setPlace] = useState<{ readonly top: number; readonly left: number }>();
  useEffect(() => {
    const update = () => {
      const selection = window.getSelection();
      const sheet = page.current;
      if (
        !sheet ||
        !selection ||
        selection.isCollapsed ||
        selection.rangeCount === 0 ||
        selection.toString().trim() === ''
      ) {
        setPlace(undefined);
        return;
      }
      const range = selection.getRangeAt(0);
      if (!sheet.contains(range.commonAncestorContainer)) return;
      const rect = range.getBoundingClientRect();
      const around = sheet.parentElement?.getBoundingClientRect() ?? rect;
      setPlace({ top: rect.bottom - around.top + 8, left: Math.max(0, rect.left - around.left) });
    };
    document.addEventListener('selectionchange', update);
    return () => document.removeEventListener('selectionchange', update);
  }, [page]);
  if (!place) return null;
  return (
    <Bar
      style={place}
      role="toolbar"
      aria-label="What was selected"
      onMouseDown={(event) => event.preventDefault()}
    >
      <Button onPress={() => onHear(false)}>Hear this</Button>
      <Button onPress={() => onHear(true)}>Repeat</Button>
      {MARK_COLOURS.map((colour) => (
        <Button
          key={colour}
          data-colour
          style={{ ['--mark' as string]: SHOWN[colour] }}
          onPress={() => onMark(colour)}
        >
          {COLOUR_NAMES[colour]}
        </Button>
      ))}
    </Bar>
  );
}
