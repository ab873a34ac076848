import type { Pupil } from '@aurelfield/api';
import { useState } from 'react';
import { useFormats } from '../../api/jobQueries.ts';
import { PlainButton } from '../../ui/Button.tsx';
import { Fact } from '../../ui/layout.tsx';
import { PupilPicker } from '../pupils/PupilPicker.tsx';
import { FileFields } from '../pupils/FileFields.tsx';
import { outputFor, type SetDraft } from './request.ts';

interface PupilSelectProps {
  readonly pupils: readonly Pupil[];
  readonly draft: SetDraft;
  readonly onChange: (change: Partial<SetDraft>) => void;
}

/** Whom the set is for, and which kind of file each gets. */
export function PupilSelect({ pupils, draft, onChange }: PupilSelectProps) {
  const [opened, setOpened] = useState<string>();
  const formats = useFormats().data?.formats ?? [];
  const labelOf = (format: string) => formats.find(({ id }) => id === format)?.label ?? format;
  return (
    <PupilPicker
      pupils={pupils}
      chosen={draft.pupilIds}
      onChange={(pupilIds) => onChange({ pupilIds })}
      trailing={(pupil) => {
        const label = labelOf(outputFor(pupil, draft).format);
        return (
          <PlainButton
            aria-expanded={opened === pupil.id}
            aria-label={`${pupil.name} gets ${label}; change it`}
            onPress={() => setOpened(opened === pupil.id ? undefined : pupil.id)}
          >
            {label}
          </PlainButton>
        );
      }}
      below={(pupil) => {
        if (opened !== pupil.id) return null;
        const { format, quality } = outputFor(pupil, draft);
        const set = (part: Partial<{ format: string; quality: typeof quality }>) =>
          onChange({ outputs: { ...draft.outputs, [pupil.id]: { format, quality, ...part } } });
        return (
          <div className="more">
            <FileFields
              format={format}
              quality={quality}
              whose={pupil.name}
              onFormat={(next) => set({ format: next })}
              onQuality={(next) => set({ quality: next })}
            />
            <Fact>For this set only; the pupil’s profile says what is usual.</Fact>
          </div>
        );
      }}
    />
  );
}
