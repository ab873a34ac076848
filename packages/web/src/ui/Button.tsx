import { Button as AriaButton } from 'react-aria-components';
import styled, { css } from 'styled-components';

const shape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 0.45rem;
  min-height: 2.75rem;
  padding: 0.35rem 1rem;
  border-radius: var(--radius);
  font: inherit;
  font-weight: 600;
  text-decoration: none;
  cursor: pointer;
  transition:
    background-color var(--quick),
    border-color var(--quick);

  &[data-disabled] {
    cursor: not-allowed;
    opacity: 0.55;
  }
`;

export const solid = css`
  ${shape}
  border: 1px solid var(--accent);
  background: var(--accent);
  color: var(--on-accent);

  &:hover,
  &[data-hovered] {
    background: var(--accent-strong);
  }

  /* Browsers draw a plate behind text, which would cover it here; its colours are the system's already. */
  @media (forced-colors: active) {
    forced-color-adjust: none;
  }
`;

export const outlined = css`
  ${shape}
  border: 1px solid var(--edge);
  background: var(--surface);
  color: var(--ink);

  &:hover,
  &[data-hovered] {
    background: var(--accent-soft);
  }
`;

/** The one thing a screen is for. */
export const SolidButton = styled(AriaButton)`
  ${solid}
`;

/** Everything else. */
export const Button = styled(AriaButton)`
  ${outlined}
`;

/** A button without an edge, for use inside rows and notes. */
export const PlainButton = styled(AriaButton)`
  ${shape}
  border: 1px solid transparent;
  background: transparent;
  color: var(--accent);
  padding-inline: 0.6rem;

  &[data-hovered] {
    background: var(--accent-soft);
  }
`;

/** A square button that holds only a picture; give it an aria-label. */
export const IconButton = styled(AriaButton)`
  ${outlined}
  width: 2.75rem;
  height: 2.75rem;
  padding: 0;
  flex: none;
  align-self: center;
`;
