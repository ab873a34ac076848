import type { Pupil } from '@aurelfield/api';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { classesOf, pupilsOf } from './classes.ts';

const List = styled.ul`
  display: grid;
  gap: 0.35rem;
  margin: 0.75rem 0 0;
  padding: 0;
  list-style: none;

  .more {
    display: grid;
    gap: 0.6rem;
    margin: 0.3rem 0 0.75rem 1.9rem;
  }
`;

interface PupilPickerProps {
  readonly pupils: readonly Pupil[];
  readonly chosen: readonly string[];
  readonly onChange: (chosen: string[]) => void;
  /** What stands beside a chosen pupil. */
  readonly trailing?: (pupil: Pupil) => ReactNode;
  /** What stands below one. */
  readonly below?: (pupil: Pupil) => ReactNode;
}

/** Pupils: whole classes at a press, or one by one. */
export function PupilPicker({ pupils, chosen, onChange, trailing, below }: PupilPickerProps) {
  const toggle = (ids: readonly string[], wanted: boolean) =>
    onChange(wanted ? [...new Set([...chosen, ...ids])] : chosen.filter((id) => !ids.includes(id)));
  return (
    <>
      <h2>Pupils</h2>
      <Row role="group" aria-label="Whole classes">
        {classesOf(pupils).map((name) => {
          const ids = pupilsOf(pupils, name);
          const isIn = ids.every((id) => chosen.includes(id));
          return (
            <Button key={name} aria-pressed={isIn} onPress={() => toggle(ids, !isIn)}>
              {isIn ? '✓ ' : ''}
              {name}
            </Button>
          );
        })}
        {pupils.length > 1 && (
          <PlainButton
            onPress={() => onChange(chosen.length === pupils.length ? [] : pupils.map(({ id }) => id))}
          >
            {chosen.length === pupils.length ? 'Nobody' : 'Everybody'}
          </PlainButton>
        )}
      </Row>
      <List>
        {pupils.map((pupil) => {
          const isChosen = chosen.includes(pupil.id);
          return (
            <li key={pupil.id}>
              <Row>
                <CheckboxField isSelected={isChosen} onChange={(wanted) => toggle([pupil.id], wanted)}>
                  {pupil.name}
                </CheckboxField>
                {isChosen && trailing?.(pupil)}
              </Row>
              {isChosen && below?.(pupil)}
            </li>
          );
        })}
      </List>
    </>
  );
}
