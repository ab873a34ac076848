import type { Prompt } from '@aurelfield/api';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';

const Lines = styled.ol`
  display: grid;
  gap: 0.35rem;
  max-height: max(12rem, 42vh);
  margin: 0;
  padding: 0.5rem;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--page, var(--surface));
  list-style: none;
  font-size: 1.35rem;
  line-height: 1.6;

  button {
    display: block;
    width: 100%;
    padding: 0.3rem 0.8rem;
    border: 0;
    border-inline-start: 5px solid transparent;
    border-radius: 6px;
    background: transparent;
    color: var(--ink);
    font: inherit;
    text-align: start;
    cursor: pointer;
  }

  .heading {
    font-weight: 700;
  }

  button[data-out='true'] {
    color: var(--quiet);
  }

  button[aria-current='true'] {
    border-color: var(--accent);
    background: var(--accent-soft);
  }
`;

interface PrompterProps {
  readonly prompts: readonly Prompt[];
  /** The sentences that are recorded. */
  readonly range: readonly [from: number, to: number];
  /** The one to be read now. */
  readonly current: number;
  readonly onChoose: (sentence: number) => void;
}

/** The text as it is read into the microphone, sentence by sentence. */
export function Prompter({ prompts, range: [from, to], current, onChoose }: PrompterProps) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const line = list.current?.children[current];
    if (!(line instanceof HTMLElement) || !list.current) return;
    // The line that is read stands in the upper third, so that the next ones are seen.
    list.current.scrollTo({ top: line.offsetTop - list.current.offsetTop - list.current.clientHeight / 3 });
  }, [current]);
  return (
    <Lines ref={list} aria-label="The text to read">
      {prompts.map(({ block, start, text, blockType }, i) => (
        <li key={`${block}/${start}`}>
          <button
            type="button"
            className={blockType}
            data-out={i < from || i >= to}
            aria-current={i === current}
            onClick={() => onChoose(i)}
          >
            {text}
          </button>
        </li>
      ))}
    </Lines>
  );
}
