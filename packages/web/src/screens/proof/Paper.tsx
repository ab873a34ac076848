import styled from 'styled-components';

/** The sheet that the text is worked on, with the looks of its blocks and of what is marked in it. */
export const Paper = styled.div`
  padding: 1.2rem clamp(0.9rem, 3vw, 2rem) 3rem;
  border: 1px solid var(--line);
  border-radius: calc(var(--radius) + 4px);
  background: var(--surface);
  font-size: 1.1rem;
  line-height: 1.7;

  .tiptap {
    min-height: 50vh;
    outline-offset: 0.8rem;
    white-space: pre-wrap;
    tab-size: 16;
  }

  ::selection {
    background: color-mix(in srgb, var(--accent) 30%, transparent);
    color: inherit;
  }

  .block {
    margin: 0 0 0.55em;
    overflow-wrap: anywhere;
  }

  h2,
  h3 {
    margin-top: 0.9em;
  }

  h2 {
    font-size: 1.5em;
  }

  .list-item,
  .question {
    padding-inline-start: 1.4em;
    border-inline-start: 3px solid var(--line);
  }

  /* The dot of a list, which is no part of its text. */
  .dotted {
    position: relative;
  }

  .dotted::after {
    content: '';
    position: absolute;
    inset-inline-start: 0.55em;
    top: 0.72em;
    width: 0.32em;
    height: 0.32em;
    border-radius: 50%;
    background: var(--quiet);
  }

  /* A passage in another language says which. */
  .block[lang]::before {
    content: attr(lang);
    margin-inline-end: 0.6em;
    padding: 0.05em 0.5em;
    border: 1px solid var(--edge);
    border-radius: 1em;
    color: var(--quiet);
    font-size: 0.75em;
    font-style: normal;
  }

  .question {
    border-inline-start-color: var(--accent);
  }

  .table-row {
    padding: 0.15em 0.5em;
    border-block-end: 1px solid var(--line);
    background: color-mix(in srgb, var(--accent-soft) 35%, transparent);
  }

  .equation {
    padding-inline-start: 2em;
    font-variant-numeric: lining-nums;
  }

  .silent {
    color: var(--quiet);
    text-decoration: line-through 1px;
  }

  .block.picture {
    padding: 0.5em 0.9em;
    border-inline-start: 3px solid var(--edge);
    font-style: italic;
  }

  .block.picture:has(> br:only-child)::before {
    content: attr(data-placeholder);
    color: var(--quiet);
    float: left;
    height: 0;
    pointer-events: none;
  }

  .found {
    text-decoration: underline 2px wavy var(--danger);
    text-underline-offset: 0.2em;
    text-decoration-skip-ink: none;
  }

  .sounds-alike,
  .punctuation {
    text-decoration: underline 2px dotted var(--accent);
  }

  .long-sentence {
    text-decoration: none;
    border-bottom: 2px solid var(--line);
  }

  .doubtful {
    text-decoration: underline 2px dashed var(--danger);
  }

  .spot {
    text-decoration: none;
    box-shadow: 0 0 0 2px var(--accent);
    border-radius: 3px;
  }

  .sought {
    text-decoration: none;
    box-shadow: 0 0 0 2px var(--ink);
    border-radius: 3px;
  }

  .current {
    background: var(--sentence);
    border-radius: 4px;
  }
`;
