import styled from 'styled-components';

/** Words of a list, one a row: as written, as said, what can be done. */
export const Entries = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;

  li {
    display: grid;
    grid-template-columns: minmax(0, 11rem) minmax(0, 1fr) auto;
    gap: 0.25rem 1rem;
    align-items: center;
    padding: 0.55rem 0.25rem;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }

  b {
    font-size: 1.1rem;
  }

  @media (max-width: 560px) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }

    .said {
      grid-row: 2;
      grid-column: 1 / -1;
    }
  }
`;
