import type { Allows } from '@aurelfield/api';
import { SelectField, Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';

/** What a pupil may do, and on which days. */
export interface TermsDraft {
  readonly allows: Allows;
  readonly firstDay: string;
  readonly lastDay: string;
}

const POSITIONS = [
  { id: 'free', name: 'Can be dragged' },
  { id: 'fixed', name: 'View only' },
  { id: 'hidden', name: 'Hidden' },
] as const;

export function Terms({
  terms,
  onChange,
}: {
  readonly terms: TermsDraft;
  readonly onChange: (change: Partial<TermsDraft>) => void;
}) {
  const { allows, firstDay, lastDay } = terms;
  const allow = (change: Partial<Allows>) => onChange({ allows: { ...allows, ...change } });
  const isOwnPace = allows.slowest < allows.fastest;
  return (
    <>
      <h2>What pupils may do</h2>
      <CheckboxField
        isSelected={isOwnPace}
        onChange={(wanted) => allow(wanted ? { slowest: 0.5, fastest: 2 } : { slowest: 1, fastest: 1 })}
      >
        Listen slower or faster
      </CheckboxField>
      <CheckboxField isSelected={allows.comment} onChange={(comment) => allow({ comment })}>
        Tell you what they don’t understand
      </CheckboxField>
      <CheckboxField isSelected={allows.mark} onChange={(mark) => allow({ mark })}>
        Mark sentences for themselves
      </CheckboxField>
      <CheckboxField
        isSelected={allows.save.includes('mp3')}
        onChange={(wanted) => allow({ save: wanted ? ['mp3'] : [] })}
      >
        Save it as an MP3 file
      </CheckboxField>
      <SelectField
        label="Progress bar"
        value={allows.position}
        options={POSITIONS}
        onChange={(position) => allow({ position })}
      />
      <Row>
        <Field
          label="First day"
          type="date"
          value={firstDay}
          onChange={(next) => onChange({ firstDay: next })}
        />
        <Field
          label="Last day"
          type="date"
          value={lastDay}
          onChange={(next) => onChange({ lastDay: next })}
        />
      </Row>
    </>
  );
}
