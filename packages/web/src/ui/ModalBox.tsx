import { Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';

/** What lies over the screen while a question is open. */
export const Shade = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 50;
  display: grid;
  place-items: center;
  padding: 1rem;
  background: rgb(0 0 0 / 45%);
`;

/** The box of a question, in the middle of the window. */
export const ModalBox = styled(Modal)`
  width: min(32rem, 100%);
  max-height: calc(100vh - 2rem);
  overflow: auto;
  padding: 1.4rem 1.6rem;
  border: 1px solid var(--edge);
  border-radius: calc(var(--radius) + 4px);
  background: var(--surface);
  color: var(--ink);
  box-shadow: var(--shadow);

  [role='dialog'] {
    display: grid;
    gap: 1rem;
    outline: none;
  }
`;
