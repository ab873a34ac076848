import type { Edit } from '@aurelfield/core/timeline';

/** "3.40 s". */
export function seconds(samples: number, sampleRate: number): string {
  return `${(samples / sampleRate).toFixed(2)} s`;
}

/** "1:03.4". */
export function place(samples: number, sampleRate: number): string {
  const tenths = Math.round((samples / sampleRate) * 10);
  const minutes = Math.floor(tenths / 600);
  return `${minutes}:${((tenths % 600) / 10).toFixed(1).padStart(4, '0')}`;
}

/** A step in words. */
export function formatEdit(edit: Edit, sampleRate: number): string {
  const at = (sample: number) => place(sample, sampleRate);
  const long = (samples: number) => seconds(samples, sampleRate);
  switch (edit.kind) {
    case 'cut':
      return `${long(edit.to - edit.from)} cut out at ${at(edit.from)}`;
    case 'insert-silence':
      return `${long(edit.samples)} of silence put in at ${at(edit.at)}`;
    case 'mute':
      return `${long(edit.to - edit.from)} silenced at ${at(edit.from)}`;
    case 'gain':
      return `${Math.abs(edit.decibels).toFixed(1)} dB ${edit.decibels < 0 ? 'softer' : 'louder'} from ${at(edit.from)} to ${at(edit.to)}`;
    case 'fade':
      return `Faded ${edit.direction} from ${at(edit.from)} to ${at(edit.to)}`;
    case 'move':
      return `${long(edit.to - edit.from)} moved from ${at(edit.from)} to ${at(edit.at)}`;
    case 'treat':
      return `${formatTreatment(edit.treatment)} from ${at(edit.from)} to ${at(edit.to)}`;
    case 'together':
      return formatTogether(edit.edits, sampleRate);
  }
}

function formatTreatment(treatment: Extract<Edit, { kind: 'treat' }>['treatment']): string {
  switch (treatment.kind) {
    case 'tempo':
      return `${Math.round(Math.abs(treatment.factor - 1) * 100)} % ${treatment.factor < 1 ? 'slower' : 'faster'}`;
    case 'pitch':
      return `${Math.abs(treatment.semitones)} ${Math.abs(treatment.semitones) === 1 ? 'semitone' : 'semitones'} ${treatment.semitones < 0 ? 'lower' : 'higher'}`;
    case 'clean':
      return treatment.lowCut === undefined ? 'Less noise' : 'Less rumble';
  }
}

function formatTogether(edits: readonly Edit[], sampleRate: number): string {
  const cuts = edits.flatMap((edit) => (edit.kind === 'cut' ? edit.to - edit.from : []));
  const silences = edits.flatMap((edit) => (edit.kind === 'insert-silence' ? edit.samples : []));
  const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
  if (cuts.length === edits.length)
    return `${seconds(sum(cuts), sampleRate)} cut out in ${cuts.length} places`;
  if (silences.length === edits.length)
    return `${seconds(sum(silences), sampleRate)} of silence put in, in ${silences.length} places`;
  return `${edits.length} changes`;
}
