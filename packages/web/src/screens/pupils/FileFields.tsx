import type { FormatView, QualityChoice } from '@aurelfield/api';
import { useFormats } from '../../api/jobQueries.ts';
import { SelectField } from '../../ui/fields.tsx';
import { Fact } from '../../ui/layout.tsx';

/** What each rate is good for, and what a minute of plain sound takes with it. */
const RATES = [
  { id: '8000', name: '8 kHz: as over a telephone; the smallest' },
  { id: '16000', name: '16 kHz: clear speech on small speakers' },
  { id: '22050', name: '22 kHz: all that most voices have' },
  { id: '44100', name: '44.1 kHz: for players that take nothing else' },
  { id: '48000', name: '48 kHz: for video programs' },
] as const;
const BIT_RATES = [64, 96, 128, 160, 192].map((rate) => ({
  id: String(rate),
  name: `${rate} kbit/s: ${((rate * 60) / 8000).toFixed(1)} MB a minute`,
}));

interface FileFieldsProps {
  readonly format: string;
  readonly quality: QualityChoice;
  readonly onFormat: (format: string) => void;
  readonly onQuality: (quality: QualityChoice) => void;
  /** Says whose files they are, where several stand on a screen. */
  readonly whose?: string;
}

/** Which kind of file somebody gets, and how good its sound is. */
export function FileFields({ format, quality, onFormat, onQuality, whose }: FileFieldsProps) {
  const formats = useFormats().data?.formats ?? [];
  const chosen = formats.find(({ id }) => id === format);
  const label = (name: string) => (whose === undefined ? name : `${name} for ${whose}`);
  return (
    <>
      <SelectField
        label={label('Kind of file')}
        value={format}
        options={formats.map(({ id, label: name }) => ({ id, name }))}
        onChange={onFormat}
      />
      {chosen && <Fact>Good for: {chosen.goodFor}.</Fact>}
      {takes(chosen, 'sampleRate') && (
        <SelectField
          label={label('Sound')}
          value={String(quality.sampleRate)}
          options={RATES}
          onChange={(rate) =>
            onQuality({ ...quality, sampleRate: Number(rate) as QualityChoice['sampleRate'] })
          }
        />
      )}
      {takes(chosen, 'bitRate') && (
        <SelectField
          label={label('Size')}
          value={String(quality.bitRate)}
          options={BIT_RATES}
          onChange={(rate) => onQuality({ ...quality, bitRate: Number(rate) as QualityChoice['bitRate'] })}
        />
      )}
    </>
  );
}

function takes(format: FormatView | undefined, choice: keyof QualityChoice): boolean {
  return format?.quality.includes(choice) === true;
}
