import type { Colour } from '@aurelfield/core/readingStyle';
import { useId } from 'react';
import styled from 'styled-components';
import { Unseen } from '../../ui/layout.tsx';

const Frame = styled.div`
  display: flex;
  align-items: center;
  gap: 0.6rem;

  input {
    width: 3rem;
    height: 2.5rem;
    padding: 2px;
    border: 1px solid var(--edge);
    border-radius: 8px;
    background: var(--surface);
    cursor: pointer;
  }

  label {
    font-weight: 600;
  }

  button {
    border: 0;
    background: none;
    color: var(--accent);
    font: inherit;
    text-decoration: underline;
    cursor: pointer;
    min-height: 24px;
  }
`;

/** A colour of one's own, or the usual one. */
export function ColourField({
  label,
  value,
  shown,
  onChange,
}: {
  readonly label: string;
  readonly value: Colour | 'default';
  /** The colour that "usual" is here. */
  readonly shown: Colour;
  readonly onChange: (value: Colour | 'default') => void;
}) {
  const id = useId();
  return (
    <Frame>
      <input
        id={id}
        type="color"
        value={value === 'default' ? shown : value}
        onChange={(event) => onChange(event.currentTarget.value as Colour)}
      />
      <label htmlFor={id}>{label}</label>
      {value !== 'default' && (
        <button type="button" onClick={() => onChange('default')}>
          the usual one<Unseen> for {label}</Unseen>
        </button>
      )}
    </Frame>
  );
}
