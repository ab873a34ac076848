import {
  DEFAULT_NAMES,
  type ClassSetRequest,
  type Naming,
  type Output,
  type Pupil,
  type Shape,
} from '@aurelfield/api';

/** What a teacher has set on the screen. */
export interface SetDraft {
  readonly handoutIds: readonly string[];
  readonly pupilIds: readonly string[];
  /** What single pupils get instead of what their profile says. */
  readonly outputs: Readonly<Record<string, Pick<Output, 'format' | 'quality'>>>;
  readonly shape: Shape;
  readonly naming: Naming;
  readonly isJoined: boolean;
  readonly joining: NonNullable<ClassSetRequest['joining']>;
}

export const FIRST_NAMING: Naming = { pattern: DEFAULT_NAMES, initials: false };

/** What a pupil gets: what was set here, else what the profile says. */
export function outputFor(
  pupil: Pupil,
  { outputs }: Pick<SetDraft, 'outputs'>,
): Pick<Output, 'format' | 'quality'> {
  return outputs[pupil.id] ?? { format: pupil.profile.fileKind, quality: pupil.profile.fileQuality };
}

/** The request; undefined while nothing or nobody is chosen. */
export function requestOf(draft: SetDraft, pupils: readonly Pupil[]): ClassSetRequest | undefined {
  const { handoutIds, pupilIds, shape, naming, isJoined, joining } = draft;
  const chosen = pupils.filter(({ id }) => pupilIds.includes(id));
  if (handoutIds.length === 0 || chosen.length === 0) return undefined;
  return {
    handoutIds: [...handoutIds],
    pupilIds: chosen.map(({ id }) => id),
    output: { format: 'mp3', shape },
    outputs: Object.fromEntries(chosen.map((pupil) => [pupil.id, { ...outputFor(pupil, draft), shape }])),
    naming,
    joining: isJoined && handoutIds.length > 1 ? joining : null,
  };
}
