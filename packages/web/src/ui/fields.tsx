import { ChevronDown } from 'lucide-react';
import { useId, type ReactNode } from 'react';
import {
  Button,
  FieldError,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Select,
  SelectValue,
  Text,
  TextArea,
  TextField,
  type TextFieldProps,
} from 'react-aria-components';
import styled, { css } from 'styled-components';

const column = css`
  display: flex;
  flex-direction: column;
  gap: 0.3rem;
  min-width: 0;

  label,
  .react-aria-Label {
    font-weight: 600;
  }

  [slot='description'] {
    color: var(--quiet);
    font-size: 0.9rem;
  }

  [slot='errorMessage'] {
    color: var(--danger);
    font-size: 0.95rem;
  }
`;

const box = css`
  width: 100%;
  min-height: 2.75rem;
  padding: 0.45rem 0.75rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
`;

const Column = styled(TextField)`
  ${column}

  input,
  textarea {
    ${box}
  }

  textarea {
    line-height: 1.6;
    resize: vertical;
  }
`;

interface FieldProps extends TextFieldProps {
  readonly label: string;
  readonly description?: ReactNode;
  readonly error?: string | undefined;
  /** Lines of a larger field; a single line without it. */
  readonly rows?: number;
  readonly placeholder?: string;
}

/** A labelled text field with its error message. */
export function Field({ label, description, error, rows, placeholder = '', ...props }: FieldProps) {
  return (
    <Column {...props} isInvalid={error !== undefined}>
      <Label>{label}</Label>
      {rows === undefined ? (
        <Input placeholder={placeholder} />
      ) : (
        <TextArea rows={rows} placeholder={placeholder} />
      )}
      {description !== undefined && <Text slot="description">{description}</Text>}
      <FieldError>{error}</FieldError>
    </Column>
  );
}

const SelectColumn = styled(Select)`
  ${column}
`;

const SelectButton = styled(Button)`
  ${box}
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.5rem;
  text-align: start;
  cursor: pointer;
`;

const Options = styled(Popover)`
  min-width: var(--trigger-width);
  max-height: 22rem;
  overflow: auto;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  box-shadow: var(--shadow);
  padding: 0.25rem;
`;

const Option = styled(ListBoxItem)`
  padding: 0.45rem 0.7rem;
  border-radius: 7px;
  cursor: pointer;

  &[data-focused] {
    background: var(--accent-soft);
  }

  &[data-selected] {
    font-weight: 700;
  }
`;

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly value: T | undefined;
  readonly options: readonly { readonly id: T; readonly name: string }[];
  readonly onChange: (value: T) => void;
  readonly description?: string;
  readonly placeholder?: string;
}

/** One of several, from a list that opens. */
export function SelectField<T extends string>({
  label,
  hideLabel,
  value,
  options,
  onChange,
  description,
  placeholder,
}: ChoiceProps<T>) {
  return (
    <SelectColumn
      value={value ?? null}
      onChange={(key) => {
        const chosen = options.find((option) => option.id === key);
        if (chosen) onChange(chosen.id);
      }}
      placeholder={placeholder ?? 'Choose'}
      {...(hideLabel ? { 'aria-label': label } : {})}
    >
      {!hideLabel && <Label>{label}</Label>}
      <SelectButton>
        <SelectValue />
        <ChevronDown size={18} aria-hidden />
      </SelectButton>
      {description !== undefined && <Text slot="description">{description}</Text>}
      <Options>
        <ListBox items={options}>
          {(option) => (
            <Option id={option.id} textValue={option.name}>
              {option.name}
            </Option>
          )}
        </ListBox>
      </Options>
    </SelectColumn>
  );
}

const SliderColumn = styled.div`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.1rem 0.75rem;

  label {
    font-weight: 600;
  }

  output {
    font-variant-numeric: tabular-nums;
    color: var(--quiet);
    text-align: end;
  }

  input {
    grid-column: 1 / -1;
    appearance: none;
    width: 100%;
    height: 2rem;
    margin: 0;
    background: transparent;
    cursor: pointer;
  }

  input::-webkit-slider-runnable-track {
    height: 6px;
    border-radius: 3px;
    background: var(--edge);
  }

  input::-moz-range-track {
    height: 6px;
    border-radius: 3px;
    background: var(--edge);
  }

  input::-webkit-slider-thumb {
    appearance: none;
    width: 1.5rem;
    height: 1.5rem;
    margin-top: calc(3px - 0.75rem);
    border: 3px solid var(--surface);
    border-radius: 50%;
    background: var(--accent);
    box-shadow: 0 0 0 1px var(--edge);
  }

  input::-moz-range-thumb {
    width: 1.1rem;
    height: 1.1rem;
    border: 3px solid var(--surface);
    border-radius: 50%;
    background: var(--accent);
    box-shadow: 0 0 0 1px var(--edge);
  }

  input:disabled {
    opacity: 0.5;
    cursor: not-allowed;
  }
`;

interface AmountProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** The value in words, with its unit: it is shown and read out. */
  readonly say: (value: number) => string;
  readonly onChange: (value: number) => void;
  readonly isDisabled?: boolean;
}

/** An amount on a scale, with its value in words. */
export function Amount({ label, value, min, max, step, say, onChange, isDisabled = false }: AmountProps) {
  const id = useId();
  return (
    <SliderColumn>
      <label htmlFor={id}>{label}</label>
      <output htmlFor={id}>{say(value)}</output>
      <input
        id={id}
        type="range"
        min={min}
        max={max}
        step={step}
        value={value}
        aria-valuetext={say(value)}
        disabled={isDisabled}
        onChange={(event) => onChange(Number(event.currentTarget.value))}
      />
    </SliderColumn>
  );
}
