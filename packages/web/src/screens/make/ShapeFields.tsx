import type { Shape } from '@aurelfield/api';
import { Amount, SelectField, Field } from '../../ui/fields.tsx';
import { Fact } from '../../ui/layout.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import type { SetDraft } from './request.ts';

const SHAPES = [
  { id: 'whole', name: 'Whole' },
  { id: 'sections', name: 'One file for each section' },
  { id: 'repeated', name: 'Each sentence several times, with a gap' },
] as const;
const TIMES = [
  { id: '2', name: 'Twice' },
  { id: '3', name: 'Three times' },
] as const;
const SOUNDS = [
  { id: 'none', name: 'None' },
  { id: 'reeds', name: 'Reeds: three soft notes' },
  { id: 'bowl', name: 'Bowl: one low note' },
] as const;
const REPEATED = { kind: 'repeated', times: 2, gap: 1 } as const;

interface ShapeFieldsProps {
  readonly draft: SetDraft;
  /** The first name of a file as the server would give it. */
  readonly example: string | undefined;
  /** What is wrong with the pattern of the names. */
  readonly nameError: string | undefined;
  readonly onChange: (change: Partial<SetDraft>) => void;
}

/** In what shape files come and how they are called. */
export function ShapeFields({ draft, example, nameError, onChange }: ShapeFieldsProps) {
  const { shape, naming, isJoined, joining, handoutIds } = draft;
  const setShape = (kind: Shape['kind']) => onChange({ shape: kind === 'repeated' ? REPEATED : { kind } });
  const setJoining = (part: Partial<SetDraft['joining']>) => onChange({ joining: { ...joining, ...part } });
  const toSound = (id: (typeof SOUNDS)[number]['id']) => (id === 'none' ? null : id);
  return (
    <>
      <h2>Files</h2>
      <SelectField label="Each reading" value={shape.kind} options={SHAPES} onChange={setShape} />
      {shape.kind === 'repeated' && (
        <>
          <SelectField
            label="Each sentence"
            value={shape.times === 3 ? '3' : '2'}
            options={TIMES}
            onChange={(times) => onChange({ shape: { ...shape, times: Number(times) } })}
          />
          <Amount
            label="Gap to say it in"
            value={shape.gap}
            min={0.5}
            max={3}
            step={0.1}
            say={(value) => `${value.toFixed(1)} times as long as the sentence`}
            onChange={(gap) => onChange({ shape: { ...shape, gap } })}
          />
        </>
      )}
      {handoutIds.length > 1 && (
        <CheckboxField isSelected={isJoined} onChange={(wanted) => onChange({ isJoined: wanted })}>
          All handouts in one file, in this order
        </CheckboxField>
      )}
      {handoutIds.length > 1 && isJoined && (
        <>
          <Field label="Its title" value={joining.title} onChange={(title) => setJoining({ title })} />
          <Amount
            label="Pause between two"
            value={joining.pause}
            min={0}
            max={10}
            step={0.5}
            say={(value) => `${value} seconds`}
            onChange={(pause) => setJoining({ pause })}
          />
          <SelectField
            label="Sound at the beginning"
            value={joining.opening ?? 'none'}
            options={SOUNDS}
            onChange={(id) => setJoining({ opening: toSound(id) })}
          />
          <SelectField
            label="Sound at the end"
            value={joining.closing ?? 'none'}
            options={SOUNDS}
            onChange={(id) => setJoining({ closing: toSound(id) })}
          />
        </>
      )}
      <Field
        label="Names of the files"
        value={naming.pattern}
        error={nameError}
        onChange={(pattern) => onChange({ naming: { ...naming, pattern } })}
        description="Parts: {title} {pupil} {class} {subject} {voice} {date} {school} {section}"
      />
      <CheckboxField
        isSelected={naming.initials}
        onChange={(initials) => onChange({ naming: { ...naming, initials } })}
      >
        Initials instead of names
      </CheckboxField>
      {example !== undefined && example !== '' && <Fact>The first is called “{example}”.</Fact>}
    </>
  );
}
