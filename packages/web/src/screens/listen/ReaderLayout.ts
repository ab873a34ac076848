import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';

/** The page with a tool beside it, and the player below. */
export const ReaderLayout = styled.div`
  display: flex;
  flex-direction: column;

  .sheets {
    position: relative;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 1rem;
    align-items: start;
  }

  .sheets[data-tool='true'] {
    grid-template-columns: minmax(0, 1fr) minmax(0, 23rem);
  }

  @media (max-width: 1080px) {
    .sheets[data-tool='true'] {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

/** The player: first for the keys, last for the eyes. */
export const Desk = styled.section`
  order: 2;
  position: sticky;
  bottom: 0;
  z-index: 10;
  margin-inline: calc(-1 * clamp(1rem, 3vw, 2.5rem));
  padding: 0.6rem clamp(1rem, 3vw, 2.5rem) 0.7rem;
  border-top: 1px solid var(--line);
  background: var(--surface);

  @media (max-width: 640px), (max-height: 520px) {
    padding-block: 0.2rem 0.3rem;
  }

  @media (max-height: 300px) {
    position: static;
  }
`;

/** The way back to the word that is read, above the player. */
export const BackToVoice = styled(Button)`
  position: absolute;
  inset: auto 1rem calc(100% + 0.6rem) auto;
  box-shadow: var(--shadow);
`;
