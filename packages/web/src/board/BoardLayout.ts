import styled from 'styled-components';

/** The whole board, and what its parts look like. */
export const BoardScreen = styled.main`
  display: flex;
  flex-direction: column;
  gap: 0.75rem;
  min-height: 100dvh;
  padding: 0.9rem;

  h1 {
    font-size: 1.3rem;
  }

  .top,
  .speak,
  .categories {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }

  .top {
    justify-content: space-between;
  }

  .plain {
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 3rem;
    padding: 0.4rem 1rem;
    border: 2px solid var(--edge);
    border-radius: 12px;
    background: var(--surface);
    color: var(--ink);
    font: inherit;
    font-weight: 650;
    cursor: pointer;
  }

  .plain[aria-pressed='true'] {
    background: var(--accent);
    border-color: var(--accent);
    color: var(--on-accent);
  }

  [data-scan='button'] {
    outline: 5px solid var(--ink);
    outline-offset: 2px;
  }

  [data-scan='row'] {
    outline: 4px dashed var(--ink);
    outline-offset: 1px;
  }

  @media (forced-colors: active) {
    .plain[aria-pressed='true'] {
      forced-color-adjust: none;
    }

    [data-scan] {
      outline-color: Highlight;
    }
  }

  .kept {
    margin: 0;
    color: var(--quiet);
    font-size: 0.9rem;
  }

  .letters {
    display: grid;
    gap: 0.4rem;
  }

  .plain:disabled {
    opacity: 0.5;
    cursor: default;
  }

  textarea {
    flex: 1 1 16rem;
    min-height: 3.2rem;
    padding: 0.6rem 0.9rem;
    border: 2px solid var(--edge);
    border-radius: 12px;
    background: var(--surface);
    color: var(--ink);
    font: inherit;
    font-size: 1.25rem;
    resize: vertical;
  }
`;

/** The phrases. */
export const PhraseGrid = styled.div<{ $columns: number }>`
  display: grid;
  flex: 1;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  grid-auto-rows: minmax(6.5rem, 1fr);
  gap: 0.75rem;

  @media (max-width: 560px) {
    grid-template-columns: repeat(${({ $columns }) => Math.min(2, $columns)}, minmax(0, 1fr));
  }
`;

/** What is shown to the person opposite: as large as the screen allows. */
export const Large = styled.div`
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  place-items: center;
  padding: 4vw;
  background: var(--surface);
  color: var(--ink);
  font-size: clamp(2.5rem, 9vw, 8rem);
  font-weight: 700;
  line-height: 1.15;
  text-align: center;
  overflow: auto;
  overflow-wrap: anywhere;

  button {
    position: absolute;
    inset: 1rem 1rem auto auto;
    font-size: 1rem;
  }
`;
