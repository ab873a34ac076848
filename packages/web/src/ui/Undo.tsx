import { createContext, useCallback, useContext, useEffect, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { PlainButton } from './Button.tsx';

interface Done {
  readonly text: string;
  readonly undo: () => void;
}

const Context = createContext<(done: Done) => void>(() => undefined);

const Bar = styled.div`
  position: fixed;
  inset: auto 1rem 1rem;
  z-index: 30;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  width: fit-content;
  max-width: calc(100vw - 2rem);
  margin-inline: auto;
  padding: 0.4rem 0.5rem 0.4rem 1rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);
`;

const SHOWN_MILLISECONDS = 20_000;

/** Lets screens tell what was done and offer to take it back. */
export function UndoProvider({ children }: { readonly children: ReactNode }) {
  const [done, setDone] = useState<Done>();
  useEffect(() => {
    if (!done) return;
    const timer = setTimeout(() => setDone(undefined), SHOWN_MILLISECONDS);
    return () => clearTimeout(timer);
  }, [done]);
  const show = useCallback((next: Done) => setDone(next), []);
  return (
    <Context value={show}>
      {children}
      <div role="status">
        {done && (
          <Bar>
            <span>{done.text}</span>
            <PlainButton
              onPress={() => {
                done.undo();
                setDone(undefined);
              }}
            >
              Undo
            </PlainButton>
          </Bar>
        )}
      </div>
    </Context>
  );
}

/** Tells that something was done, with its undoing. */
export function useUndo(): (done: Done) => void {
  return useContext(Context);
}
