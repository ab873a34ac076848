import { Popover } from 'react-aria-components';
import styled from 'styled-components';

/** The box that a menu opens in. */
export const MenuPopover = styled(Popover)`
  padding: 0.25rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);

  [role='menuitem'] {
    padding: 0.5rem 0.7rem;
    border-radius: 7px;
    cursor: pointer;
  }

  [data-focused] {
    background: var(--accent-soft);
  }
`;
