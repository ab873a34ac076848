import { Checkbox } from 'react-aria-components';
import styled from 'styled-components';

/** A box to tick with its words beside it. */
export const CheckboxField = styled(Checkbox)`
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 2rem;
  cursor: pointer;

  &::before {
    content: '';
    display: grid;
    place-content: center;
    flex: none;
    width: 1.3rem;
    height: 1.3rem;
    border: 2px solid var(--edge);
    border-radius: 5px;
    font-size: 1.05rem;
    font-weight: 800;
    line-height: 1;
  }

  &[data-selected]::before {
    content: '✓';
    content: '✓' / '';
    border-color: var(--accent);
    background: var(--accent);
    color: var(--on-accent);
  }

  &[data-focus-visible]::before {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
`;
