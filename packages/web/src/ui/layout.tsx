import styled from 'styled-components';

/** A single thing in the middle of an otherwise empty window. */
export const Centre = styled.main`
  display: grid;
  place-content: center;
  gap: 1.25rem;
  min-height: 100vh;
  padding: 1.5rem;
  grid-template-columns: minmax(0, 30rem);
`;

/** A sheet that holds a form or list. */
export const Card = styled.section`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  padding: clamp(1rem, 2.5vw, 1.6rem);
  border: 1px solid var(--line);
  border-radius: calc(var(--radius) + 4px);
  background: var(--surface);
`;

/** Things in a row that may wrap. */
export const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
`;

/** A small fact beside something larger. */
export const Fact = styled.span`
  color: var(--quiet);
  font-size: 0.95rem;
  font-variant-numeric: tabular-nums;
`;

/** Heard by screen readers, not seen. */
export const Unseen = styled.span`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
`;
