import type { Profile, Pupil, PupilInput } from '@aurelfield/api';
import { useState } from 'react';
import { useSavePupil } from '../../api/pupilQueries.ts';
import { Button } from '../../ui/Button.tsx';
import { SelectField, Field } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { useUndo } from '../../ui/Undo.tsx';
import { FileFields } from './FileFields.tsx';
import { STARTING_POINTS } from './startingPoints.ts';
import { inputOf } from './useTuning.ts';

interface AboutPanelProps {
  readonly input: PupilInput;
  readonly pupil: Pupil | undefined;
  readonly others: readonly Pupil[];
  readonly nameError: string | undefined;
  readonly onChange: (change: Partial<PupilInput>) => void;
  readonly onProfile: (change: Partial<Profile>) => void;
}

/** Who it is, and settings to begin with. */
export function AboutPanel({ input, pupil, others, nameError, onChange, onProfile }: AboutPanelProps) {
  const [classes, setClasses] = useState(input.classes.join(', '));
  return (
    <>
      <Field
        label="Initials or name"
        value={input.name}
        onChange={(name) => onChange({ name })}
        error={nameError}
        description="No more than you need to know them by; no photo is asked for."
      />
      <Row style={{ alignItems: 'start' }}>
        <Field label="Year" value={input.year} onChange={(year) => onChange({ year })} />
        <Field
          label="Classes and groups"
          value={classes}
          onChange={(text) => {
            setClasses(text);
            onChange({
              classes: [...new Set(text.split(/[,;]/u).map((one) => one.trim()))].filter((one) => one !== ''),
            });
          }}
          description="Separate with commas."
        />
      </Row>
      <Field
        label="Note"
        rows={3}
        value={input.note}
        onChange={(note) => onChange({ note })}
        description="What helps; for you only."
      />
      <FileFields
        format={input.profile.fileKind}
        quality={input.profile.fileQuality}
        onFormat={(fileKind) => onProfile({ fileKind })}
        onQuality={(fileQuality) => onProfile({ fileQuality })}
      />
      <h3>Start from</h3>
      <ul style={{ display: 'grid', gap: '0.5rem', margin: 0, padding: 0, listStyle: 'none' }}>
        {STARTING_POINTS.map(({ name, why, settings }) => (
          <li key={name}>
            <Button onPress={() => onProfile(settings)}>{name}</Button> <Fact>{why}</Fact>
          </li>
        ))}
      </ul>
      {others.length > 0 && (
        <SelectField
          label="The profile of another pupil"
          value={undefined}
          placeholder="Choose whose"
          options={others.map(({ id, name }) => ({ id, name }))}
          onChange={(id) => {
            const other = others.find((one) => one.id === id);
            if (other) onProfile(other.profile);
          }}
        />
      )}
      {pupil && others.length > 0 && <CopyTo profile={input.profile} from={input.name} others={others} />}
    </>
  );
}

function CopyTo({
  profile,
  from,
  others,
}: {
  readonly profile: Profile;
  readonly from: string;
  readonly others: readonly Pupil[];
}) {
  const save = useSavePupil();
  const offerUndo = useUndo();
  const copy = (id: string) => {
    const other = others.find((one) => one.id === id);
    if (!other) return;
    save.mutate(
      { id, change: { ...inputOf(other), profile, revision: other.revision, reason: `Copied from ${from}` } },
      {
        onSuccess: (saved) =>
          offerUndo({
            text: `${other.name} has this profile now.`,
            undo: () =>
              save.mutate({
                id,
                change: { ...inputOf(other), revision: saved.revision, reason: 'Copy taken back' },
              }),
          }),
      },
    );
  };
  return (
    <>
      <SelectField
        label="Copy these settings to"
        value={undefined}
        placeholder="Choose a pupil"
        options={others.map(({ id, name }) => ({ id, name }))}
        onChange={copy}
      />
      {save.isError && <Notice kind="error">{messageOf(save.error)}</Notice>}
    </>
  );
}
