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
    flex: none;
    width: 1.3rem;
    height: 1.3rem;
    border: 2px solid var(--edge);
    border-radius: 5px;
  }

  &[data-selected]::before {
    border-color: var(--accent);
    background: var(--accent);
    box-shadow: inset 0 0 0 3px var(--surface);
  }

  &[data-focus-visible]::before {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
`;
