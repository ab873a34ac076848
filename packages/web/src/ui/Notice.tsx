import { CircleAlert, Info } from 'lucide-react';
import type { ReactNode } from 'react';
import styled from 'styled-components';

const Frame = styled.div<{ $kind: 'error' | 'hint' }>`
  display: flex;
  flex-wrap: wrap;
  gap: 0.65rem;
  align-items: flex-start;
  padding: 0.7rem 0.9rem;
  border-radius: var(--radius);
  border: 1px solid ${({ $kind }) => ($kind === 'error' ? 'var(--danger)' : 'var(--line)')};
  background: ${({ $kind }) => ($kind === 'error' ? 'var(--danger-soft)' : 'var(--notice-soft)')};
  color: ${({ $kind }) => ($kind === 'error' ? 'var(--danger)' : 'var(--notice)')};
  overflow-wrap: anywhere;

  svg {
    flex: none;
    margin-top: 0.2rem;
  }
`;

const Message = styled.div`
  flex: 1 1 14rem;
  min-width: 0;
`;

/** Beside the text, or below it where there is no room. */
const Act = styled.div`
  flex: none;
  max-width: 100%;
`;

/** Something that went wrong, or that should be known, with what to do about it. Errors are announced. */
export function Notice({
  kind,
  children,
  action,
}: {
  readonly kind: 'error' | 'hint';
  readonly children: ReactNode;
  readonly action?: ReactNode;
}) {
  return (
    <Frame $kind={kind} role={kind === 'error' ? 'alert' : 'note'}>
      {kind === 'error' ? <CircleAlert size={20} aria-hidden /> : <Info size={20} aria-hidden />}
      <Message>{children}</Message>
      {action ? <Act>{action}</Act> : null}
    </Frame>
  );
}

/** The message of an error, whatever it is. */
export function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something went wrong. Try again.';
}
