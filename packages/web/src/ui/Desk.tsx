import styled from 'styled-components';

/** Two columns of sheets, one of them narrow; one below the other where the window is. */
export const Desk = styled.div<{ readonly $narrow: 'first' | 'last' }>`
  display: grid;
  grid-template-columns: ${({ $narrow }) =>
    $narrow === 'first' ? 'minmax(0, 24rem) minmax(0, 1fr)' : 'minmax(0, 1fr) minmax(0, 22rem)'};
  gap: 1.25rem;
  align-items: start;

  > div {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 1rem;
  }

  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }

  @media print {
    display: block;
  }
`;
