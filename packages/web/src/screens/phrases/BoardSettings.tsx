import type { BoardInput, Scanning } from '@aurelfield/api';
import { usePupils } from '../../api/pupilQueries.ts';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { Amount, Field, SelectField } from '../../ui/fields.tsx';
import { Fact } from '../../ui/layout.tsx';

const SWITCHES = [
  { id: 'none', name: 'No switch: touch or keys' },
  { id: 'one', name: 'One switch (auto-scan)' },
  { id: 'two', name: 'Two switches: one steps, one chooses' },
] as const;
const ORDERS = [
  { id: 'rows', name: 'Row by row, then the buttons of a row' },
  { id: 'buttons', name: 'Button by button' },
] as const;

interface BoardSettingsProps {
  readonly value: BoardInput;
  /** @param what names the change: changes of the same name in a row are one step for going back. */
  readonly onChange: (value: BoardInput, what: string) => void;
}

/** What a board is called, how wide it is, and with which switches it is used. */
export function BoardSettings({ value, onChange }: BoardSettingsProps) {
  const pupils = usePupils().data ?? [];
  const setScanning = (change: Partial<Scanning>) =>
    onChange(
      { ...value, scanning: { ...value.scanning, ...change } },
      `scanning ${Object.keys(change).join()}`,
    );
  return (
    <>
      <h2>The board</h2>
      <Field label="Name" value={value.name} onChange={(name) => onChange({ ...value, name }, 'name')} />
      <SelectField
        label="Voice for typed text"
        value={value.pupilId ?? ''}
        options={[{ id: '', name: 'Default voice' }, ...pupils.map(({ id, name }) => ({ id, name }))]}
        onChange={(id) => onChange({ ...value, pupilId: id === '' ? null : id }, 'pupil')}
      />
      <Amount
        label="Columns"
        value={value.columns}
        min={2}
        max={8}
        step={1}
        say={(n) => `${n} columns`}
        onChange={(columns) => onChange({ ...value, columns }, 'columns')}
      />
      <h3>Switches</h3>
      <SelectField
        label="Used with"
        value={value.scanning.switches}
        options={SWITCHES}
        onChange={(switches) => setScanning({ switches })}
      />
      {value.scanning.switches !== 'none' && (
        <>
          <SelectField
            label="Order"
            value={value.scanning.order}
            options={ORDERS}
            onChange={(order) => setScanning({ order })}
          />
          <Amount
            label="Each step lasts"
            value={value.scanning.seconds}
            min={0.4}
            max={10}
            step={0.1}
            say={(n) => `${n.toFixed(1)} seconds`}
            onChange={(seconds) => setScanning({ seconds })}
          />
          <Amount
            label="Rests after"
            value={value.scanning.rounds}
            min={1}
            max={20}
            step={1}
            say={(n) => `${n} ${n === 1 ? 'round' : 'rounds'}`}
            onChange={(rounds) => setScanning({ rounds })}
          />
          <CheckboxField isSelected={value.scanning.sound} onChange={(sound) => setScanning({ sound })}>
            A click at every step
          </CheckboxField>
          <Fact>
            A switch is any key, a mouse button or a touch. With two, Space steps and Enter chooses.
          </Fact>
        </>
      )}
    </>
  );
}
