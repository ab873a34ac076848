import type { Edit } from '@aurelfield/core/timeline';
import styled from 'styled-components';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { formatEdit } from './formatEdit.ts';
import type { SaverState } from './saver.ts';
import type { Steps } from './steps.ts';

const List = styled.ol`
  display: grid;
  gap: 0.25rem;
  max-height: 14rem;
  margin: 0;
  padding-inline-start: 1.6rem;
  overflow: auto;

  li[data-undone='true'] {
    color: var(--quiet);
    text-decoration: line-through;
  }
`;

interface StepListProps {
  readonly steps: Steps;
  readonly sampleRate: number;
  readonly saved: SaverState;
  readonly undo: (() => void) | undefined;
  readonly redo: (() => void) | undefined;
  readonly onOriginal: () => void;
  readonly onRetry: () => void;
}

/** What was done, step by step, and the way back. The recording itself is never changed. */
export function StepList({ steps, sampleRate, saved, undo, redo, onOriginal, onRetry }: StepListProps) {
  const line = (edit: Edit, i: number, isUndone: boolean) => (
    <li key={`${isUndone ? 'undone' : 'done'} ${i}`} data-undone={isUndone}>
      {formatEdit(edit, sampleRate)}
    </li>
  );
  return (
    <Card aria-label="Steps">
      <h2>Steps</h2>
      {steps.done.length + steps.undone.length === 0 ? (
        <p>Nothing is changed yet. The recording itself always stays as it was made.</p>
      ) : (
        <List tabIndex={0} aria-label="Steps done">
          {steps.done.map((edit, i) => line(edit, i, false))}
          {steps.undone.map((edit, i) => line(edit, i, true))}
        </List>
      )}
      <Row>
        <Button isDisabled={!undo} onPress={() => undo?.()}>
          Undo
        </Button>
        <Button isDisabled={!redo} onPress={() => redo?.()}>
          Redo
        </Button>
        <PlainButton isDisabled={steps.done.length === 0} onPress={onOriginal}>
          Back to the original
        </PlainButton>
      </Row>
      {saved.kind === 'failed' && (
        <Notice kind="error" action={<Button onPress={onRetry}>Try again</Button>}>
          {messageOf(saved.error)} Your steps are kept in this browser.
        </Notice>
      )}
    </Card>
  );
}
