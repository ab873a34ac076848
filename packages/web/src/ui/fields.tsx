import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
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
  Slider,
  SliderOutput,
  SliderThumb,
  SliderTrack,
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

/** A labelled text field; its error is told in words beside it. */
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
export function Choice<T extends string>({
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

const SliderColumn = styled(Slider)`
  display: grid;
  grid-template-columns: 1fr auto;
  row-gap: 0.2rem;

  label {
    font-weight: 600;
  }

  output {
    font-variant-numeric: tabular-nums;
    color: var(--quiet);
  }
`;

const Track = styled(SliderTrack)`
  grid-column: 1 / -1;
  height: 2rem;
  margin-inline: 0.7rem;

  &::before {
    content: '';
    position: absolute;
    inset: calc(50% - 3px) -0.7rem auto;
    height: 6px;
    border-radius: 3px;
    background: var(--edge);
  }
`;

const Thumb = styled(SliderThumb)`
  top: 50%;
  width: 1.5rem;
  height: 1.5rem;
  border-radius: 50%;
  border: 3px solid var(--surface);
  background: var(--accent);
  box-shadow: 0 0 0 1px var(--edge);

  &[data-focus-visible] {
    border-radius: 50%;
  }
`;

interface AmountProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly say: (value: number) => string;
  readonly onChange: (value: number) => void;
}

/** An amount on a scale, with its value in words. */
export function Amount({ label, value, min, max, step, say, onChange }: AmountProps) {
  return (
    <SliderColumn
      value={value}
      minValue={min}
      maxValue={max}
      step={step}
      onChange={(next) => onChange(Array.isArray(next) ? (next[0] ?? value) : next)}
    >
      <Label>{label}</Label>
      <SliderOutput>{say(value)}</SliderOutput>
      <Track>
        <Thumb />
      </Track>
    </SliderColumn>
  );
}
