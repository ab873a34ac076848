import { Popover } from 'react-aria-components';
import styled from 'styled-components';

/** A small surface that opens beside what was pressed; it scrolls when it is too high. */
export const Panel = styled(Popover)`
  width: min(24rem, calc(100vw - 2rem));
  max-height: 70vh;
  overflow: auto;
  padding: 1rem 1.2rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);
`;
